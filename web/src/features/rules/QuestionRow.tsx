import clsx from "clsx";
import type { ReactNode } from "react";

/** A question with its answers beside it; a bar marks what differs from what is in force. */
export function QuestionRow({
  name,
  question,
  changed,
  children,
}: {
  name: string;
  question: string;
  changed: boolean;
  children: ReactNode;
}) {
  return (
    <div
      role="radiogroup"
      aria-labelledby={`${name}-question`}
      className={clsx(
        "grid gap-x-4 border-b border-line py-1 sm:grid-cols-[19rem_minmax(0,1fr)]",
        changed && "border-l-4 border-l-caution pl-3 sm:-ml-4",
      )}
    >
      <p id={`${name}-question`} className="py-2.5 font-semibold">
        {question}
      </p>
      <div className="flex flex-wrap items-center gap-x-5">{children}</div>
    </div>
  );
}

export function Answer({
  name,
  chosen,
  enabled,
  onChoose,
  children,
}: {
  name: string;
  chosen: boolean;
  enabled: boolean;
  onChoose: () => void;
  children: ReactNode;
}) {
  return (
    <label className={clsx("flex min-h-11 items-center gap-2", chosen ? "font-bold" : "text-soft", enabled && "cursor-pointer")}>
      <input type="radio" name={name} className="size-5 accent-act" checked={chosen} disabled={!enabled} onChange={onChoose} />
      {children}
    </label>
  );
}
