import clsx from "clsx";
import { useId, useRef, useState } from "react";
import { plainDay, readDay } from "../app/dates";
import { fieldBox, Labelled, type Shared } from "./Field";

interface Props {
  /** A day such as 2026-03-26; empty where none is entered. */
  value: string;
  /** Called with the day as it is typed or picked; with "" as long as the text is no day. */
  onDay: (day: string) => void;
  min?: string;
  max?: string;
  required?: boolean;
  disabled?: boolean;
  /** What an empty field means, where it is not just missing: "any day". */
  placeholder?: string;
}

/** A day, read and written as the site writes its days; the calendar of the device is beside it. */
export function DateField({ label, hint, error, className, name, ...box }: Shared & Props & { name?: string }) {
  const id = useId();
  const [wrong, setWrong] = useState("");
  return (
    <Labelled id={id} label={label} hint={hint} error={error ?? (wrong || undefined)} className={className}>
      <DateBox id={id} invalid={Boolean(error ?? wrong)} onWrong={setWrong} {...box} />
      {name && <input type="hidden" name={name} value={box.value} />}
    </Labelled>
  );
}

/** The box alone, where its label stands beside it. */
export function DateBox({
  id,
  value,
  onDay,
  invalid,
  onWrong,
  min,
  max,
  required,
  disabled,
  placeholder,
  className,
  label,
}: Props & { id?: string; invalid?: boolean; onWrong?: (words: string) => void; className?: string; label?: string }) {
  const [text, setText] = useState<string | null>(null);
  const picker = useRef<HTMLInputElement>(null);
  const shown = text ?? (value ? plainDay(value) : "");
  return (
    <span className={clsx("relative flex", className)}>
      <input
        id={id}
        aria-label={label}
        autoComplete="off"
        required={required}
        disabled={disabled}
        placeholder={placeholder ?? `e.g. ${plainDay("2027-03-26")}`}
        className={clsx(fieldBox, "pr-12 placeholder:text-soft/60")}
        aria-invalid={invalid ? true : undefined}
        aria-describedby={invalid && id ? `${id}-error` : undefined}
        value={shown}
        onChange={(event) => {
          const typed = event.target.value;
          const day = readDay(typed);
          setText(typed);
          // A form is not sent with a text that is no day: an empty day may mean something else.
          event.target.setCustomValidity(day === null && typed.trim() !== "" ? noDay() : "");
          onDay(day ?? "");
        }}
        onBlur={() => {
          if (text === null) {
            return;
          }
          const day = readDay(text);
          onWrong?.(day === null && text.trim() !== "" ? noDay() : "");
          if (day !== null || text.trim() === "") {
            setText(null);
          }
        }}
      />
      <button
        type="button"
        disabled={disabled}
        aria-label={label ? `Calendar for ${label}` : "Calendar"}
        className="absolute inset-y-0 right-0 flex w-11 items-center justify-center text-act disabled:opacity-60"
        onClick={() => picker.current?.showPicker()}
      >
        <svg aria-hidden viewBox="0 0 20 20" className="size-5 fill-none stroke-current stroke-2">
          <path d="M3 5h14v12H3zM3 9h14M7 2v4M13 2v4" />
        </svg>
      </button>
      <input
        ref={picker}
        type="date"
        tabIndex={-1}
        aria-hidden
        min={min}
        max={max}
        value={value}
        className="pointer-events-none absolute right-0 bottom-0 size-px opacity-0"
        onChange={(event) => {
          setText(null);
          onWrong?.("");
          onDay(event.target.value);
        }}
      />
    </span>
  );
}

const noDay = () => `Enter a day such as ${plainDay("2027-03-26")}.`;
