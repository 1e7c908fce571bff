import clsx from "clsx";
import { fieldBox } from "../../ui/Field";
import { dueDay, type Policy } from "./schools";

type MonthDay = NonNullable<Policy["schools"]["dueDay"]>;

const nths = ["first", "second", "third", "fourth", "last"];
const weekdays: [MonthDay["weekday"], string][] = [
  ["MONDAY", "Monday"],
  ["TUESDAY", "Tuesday"],
  ["WEDNESDAY", "Wednesday"],
  ["THURSDAY", "Thursday"],
  ["FRIDAY", "Friday"],
];
const usual: MonthDay = { nth: 5, weekday: "THURSDAY" };

/** Monthly work falls due a month after the last, or on a weekday of the next month. */
export function DueDayRow({
  now,
  shown,
  enabled,
  onChange,
}: {
  now: Policy;
  shown: Policy;
  enabled: boolean;
  onChange: (policy: Policy) => void;
}) {
  const day = shown.schools.dueDay;
  const changed = dueDay.read(shown) !== dueDay.read(now);
  const choose = (chosen: MonthDay | null) => onChange(dueDay.write(shown, chosen));
  return (
    <div
      role="radiogroup"
      aria-labelledby="dueDay-question"
      className={clsx(
        "grid border-b border-line py-1 sm:grid-cols-[19rem_minmax(0,1fr)]",
        changed && "border-l-4 border-l-caution pl-3 sm:-ml-4",
      )}
    >
      <p id="dueDay-question" className="py-2.5 font-semibold">
        {dueDay.question}
      </p>
      <div className="flex flex-wrap items-center gap-x-5">
        <label className={clsx("flex min-h-11 items-center gap-2", day ? "text-soft" : "font-bold")}>
          <input
            type="radio"
            name="dueDay"
            className="size-5 accent-act"
            checked={!day}
            disabled={!enabled}
            onChange={() => choose(null)}
          />
          a month after the last
        </label>
        <label className={clsx("flex min-h-11 items-center gap-2", day ? "font-bold" : "text-soft")}>
          <input
            type="radio"
            name="dueDay"
            className="size-5 accent-act"
            checked={!!day}
            disabled={!enabled}
            onChange={() => choose(usual)}
          />
          on a weekday of the next month
        </label>
        {day && (
          <span className="flex flex-wrap gap-2 py-1">
            <select
              aria-label="Which one of the month"
              className={fieldBox}
              value={day.nth}
              disabled={!enabled}
              onChange={(event) => choose({ ...day, nth: Number(event.target.value) })}
            >
              {nths.map((nth, i) => (
                <option key={nth} value={i + 1}>
                  {nth}
                </option>
              ))}
            </select>
            <select
              aria-label="Weekday"
              className={fieldBox}
              value={day.weekday}
              disabled={!enabled}
              onChange={(event) => choose({ ...day, weekday: event.target.value as MonthDay["weekday"] })}
            >
              {weekdays.map(([weekday, word]) => (
                <option key={weekday} value={weekday}>
                  {word}
                </option>
              ))}
            </select>
          </span>
        )}
      </div>
    </div>
  );
}
