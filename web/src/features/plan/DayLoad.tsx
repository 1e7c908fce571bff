import clsx from "clsx";
import type { Day } from "./planTimeline";

/** How full a day is: minutes as a bar, with a notch where it is better to stop. */
export function DayLoad({ day }: { day: Day }) {
  const part = (minutes: number) => `${Math.min(100, (100 * minutes) / day.minutes)}%`;
  const state = day.used > day.minutes ? "over" : day.used > day.comfortable ? "tight" : "easy";
  return (
    <div className="pt-1.5">
      <div className="relative h-3 border border-ink bg-sheet" aria-hidden>
        <div
          className={clsx("absolute inset-y-0 left-0", state === "over" ? "bg-fail" : state === "tight" ? "bg-caution" : "bg-soft")}
          style={{ width: part(day.used) }}
        />
        <div className="absolute -inset-y-1 border-l-2 border-ink" style={{ left: part(day.comfortable) }} />
      </div>
      <span className="text-sm text-soft">
        <strong className="text-ink">{day.used}</strong> of {day.minutes} min
        {state === "tight" && <strong className="text-caution"> · tight</strong>}
        {state === "over" && <strong className="text-fail"> · too much</strong>}
      </span>
    </div>
  );
}
