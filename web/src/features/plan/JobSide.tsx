import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useEffect } from "react";
import type { Schemas } from "../../api/client";
import { onShortDay } from "../../app/dates";
import { Button } from "../../ui/Button";

import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { minutes } from "./minutes";
import { jobQuery } from "./queries";
import type { PlannedJob } from "./planTimeline";
import { useMoveJob } from "./useMoveJob";

/** Why a job stands where it stands, and what every other day would cost or break. */
export function JobSide({ job, on, movable, onClose }: { job: PlannedJob; on: string | null; movable: boolean; onClose: () => void }) {
  const view = useQuery(jobQuery(job.serial));
  const move = useMoveJob();
  useEffect(() => {
    // On a phone it stands above the days.
    document.getElementById("why-there")?.scrollIntoView({ block: "nearest" });
  }, []);
  return (
    <section aria-labelledby="why-there">
      <div className="flex items-start justify-between gap-3">
        <h2 id="why-there" className="text-2xl font-bold">
          <Link to="/detectors/$serial" params={{ serial: job.serial }} className="underline-offset-4 hover:underline">
            {job.serial}
          </Link>
        </h2>
        <Button kind="quiet" className="!px-1" onClick={onClose}>
          Back to the plan
        </Button>
      </div>
      <p className="text-soft">
        {job.model}, {job.crew}
      </p>
      {!view.data ? (
        view.isError ? (
          <ErrorMessage error={view.error} />
        ) : (
          <Loading what="its days" />
        )
      ) : (
        <>
          <p>Takes {view.data.takes}.</p>
          <ul className="my-2 flex flex-col gap-1">
            {view.data.why.map((sentence) => (
              <li key={sentence}>{sentence}</li>
            ))}
          </ul>
          {job.pinned && movable && (
            <Button disabled={move.isPending} onClick={() => move.mutate({ serial: job.serial, day: null })}>
              Unpin
            </Button>
          )}
          <h3 className="mt-3 mb-1 font-bold">Other days</h3>
          <ol>
            {view.data.days
              .filter((day) => day.day === on || day.breaks?.kind !== "TOO_EARLY")
              .map((day) => (
                <li key={day.day} className="grid grid-cols-[6.5rem_minmax(0,1fr)_auto] items-center gap-2 border-b border-line">
                  <strong>{onShortDay(day.day)}</strong>
                  <span className={day.breaks && day.day !== on ? "text-sm text-soft" : "text-sm"}>
                    {day.day === on ? "planned here" : (day.breaks?.words ?? cost(day))}
                  </span>
                  {movable && day.day !== on && !day.breaks ? (
                    <Button
                      className="!min-h-10 !px-2.5"
                      disabled={move.isPending}
                      aria-label={`Put ${job.serial} on ${onShortDay(day.day)}`}
                      onClick={() => move.mutate({ serial: job.serial, day: day.day })}
                    >
                      Here
                    </Button>
                  ) : (
                    <span className="min-h-10" />
                  )}
                </li>
              ))}
          </ol>
        </>
      )}
    </section>
  );
}

type Choice = Schemas["DayForJob"];

function cost(day: Choice): string {
  const late = day.lateDays > 0 ? `${day.lateDays} d late, ` : "";
  const much = Math.abs(day.moreMinutes);
  return late + (much < 0.05 ? "costs the same" : `${minutes(much)} ${day.moreMinutes > 0 ? "more" : "less"}`);
}
