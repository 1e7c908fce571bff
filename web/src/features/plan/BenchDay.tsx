import clsx from "clsx";
import { CornerLeftUp } from "lucide-react";
import { useState, type DragEvent } from "react";
import { onShortDay } from "../../app/dates";
import { buttonLook } from "../../ui/Button";
import { DayLoad } from "./DayLoad";
import { jobsOf, type Day, type PlannedJob } from "./planTimeline";

const dragged = "application/x-plan-job";

/** One bench day: how full it is, and its jobs by the gas that they share. */
export function BenchDay({
  day,
  today,
  chosen,
  tabStop,
  movable,
  onChoose,
  onFocus,
  onArrow,
  onDrop,
}: {
  day: Day;
  today: boolean;
  chosen: string | null;
  tabStop: string | null;
  movable: boolean;
  onChoose: (serial: string) => void;
  onFocus: (serial: string) => void;
  /** @param carries the job goes along, instead of the focus */
  onArrow: (serial: string, key: string, carries: boolean) => void;
  onDrop: (serial: string) => void;
}) {
  const [over, setOver] = useState(false);
  const count = jobsOf(day).length;
  function takes(event: DragEvent) {
    if (movable && event.dataTransfer.types.includes(dragged)) {
      event.preventDefault();
      setOver(true);
    }
  }
  return (
    <li
      aria-label={`${onShortDay(day.date)}, ${count} jobs, ${day.used} of ${day.minutes} minutes`}
      className={clsx(
        "grid grid-cols-[6.5rem_minmax(0,1fr)] gap-x-4 border-b border-line py-2 md:grid-cols-[6.5rem_10rem_minmax(0,1fr)]",
        over && "bg-band",
      )}
      onDragOver={takes}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        setOver(false);
        onDrop(event.dataTransfer.getData(dragged));
      }}
    >
      <div className="leading-tight">
        <strong className={clsx("block text-lg", today && "text-act")}>{today ? "Today" : onShortDay(day.date)}</strong>
        <span className="block text-sm text-soft">{day.remark || (today ? onShortDay(day.date) : "")}</span>
        {count > 0 && (
          <a
            href={`/api/v1/plan/days/${day.date}/sheet`}
            className={buttonLook("quiet", "!min-h-8 !px-0 text-sm font-normal")}
            aria-label={`Day sheet of ${onShortDay(day.date)}`}
          >
            Day sheet
          </a>
        )}
      </div>
      <DayLoad day={day} />
      <div className="col-span-2 flex flex-wrap content-start gap-x-5 gap-y-1 pt-1 md:col-span-1 md:pt-0">
        {day.setUps.map((setUp) => (
          <div key={setUp.gas} className="flex min-w-0 flex-wrap items-stretch gap-1">
            <span className="inline-flex items-center border-l-4 border-ink pr-1 pl-2 text-sm font-semibold" title="Gas that these share">
              {setUp.gas}
            </span>
            {setUp.jobs.map((job) => (
              <Job
                key={job.serial}
                job={job}
                chosen={job.serial === chosen}
                tabStop={job.serial === tabStop}
                movable={movable}
                onChoose={() => onChoose(job.serial)}
                onFocus={() => onFocus(job.serial)}
                onArrow={(key, carries) => onArrow(job.serial, key, carries)}
              />
            ))}
          </div>
        ))}
        {count === 0 && <span className="self-center text-sm text-soft">no jobs</span>}
      </div>
    </li>
  );
}

function Job({
  job,
  chosen,
  tabStop,
  movable,
  onChoose,
  onFocus,
  onArrow,
}: {
  job: PlannedJob;
  chosen: boolean;
  tabStop: boolean;
  movable: boolean;
  onChoose: () => void;
  onFocus: () => void;
  onArrow: (key: string, carries: boolean) => void;
}) {
  const told = [
    job.lateDays > 0 && `${job.lateDays} d late`,
    job.pinned && "stays here",
    job.from && `was on ${onShortDay(job.from)}`,
  ].filter(Boolean);
  return (
    <button
      type="button"
      data-job={job.serial}
      aria-pressed={chosen}
      tabIndex={tabStop ? 0 : -1}
      draggable={movable}
      onDragStart={(event) => event.dataTransfer.setData(dragged, job.serial)}
      onClick={onChoose}
      onFocus={onFocus}
      onKeyDown={(event) => {
        if (event.key.startsWith("Arrow")) {
          event.preventDefault();
          onArrow(event.key, event.shiftKey);
        }
      }}
      title={`${job.model}, ${job.crew}, ${job.minutes} min, due ${onShortDay(job.dueOn)}`}
      className={clsx(
        "inline-flex min-h-9 items-center gap-1.5 border px-2 text-[0.95rem] leading-none",
        chosen ? "border-act bg-act text-on-act" : job.lateDays > 0 ? "border-2 border-fail bg-sheet text-fail" : "border-line bg-sheet",
      )}
    >
      {job.pinned && <span aria-hidden className="block size-2 rotate-45 bg-current" />}
      {job.from && <CornerLeftUp aria-hidden className="size-3.5" />}
      <span className="font-semibold">{job.serial}</span>
      {job.lateDays > 0 && <span className="text-sm">{job.lateDays} d late</span>}
      <span className="sr-only">{told.join(", ")}</span>
    </button>
  );
}
