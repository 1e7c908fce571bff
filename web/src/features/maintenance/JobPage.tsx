import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { getRouteApi, Link } from "@tanstack/react-router";
import clsx from "clsx";
import { Check, Circle, CircleDot } from "lucide-react";
import { useState } from "react";
import { answer, api, once, type Schemas } from "../../api/client";
import { may, useSession } from "../../api/session";
import { atTime } from "../../app/dates";
import { Button } from "../../ui/Button";
import { ReasonedSheet } from "../../ui/ReasonedSheet";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { FinishForm } from "./FinishForm";
import { jobQuery } from "./queries";
import { StepForm } from "./StepForm";

const route = getRouteApi("/shell/detectors/maintenance/$jobId");

type Job = Schemas["MaintenanceView"];

const followUps: Record<Job["followUp"], string> = {
  NONE: "Its due date stays unchanged.",
  DUE: "From the first step on the detector may not be used until it is calibrated.",
  SENSOR_FITTED: "From the first step on the detector may not be used until it is calibrated. At the end the new sensor is on record.",
  RECEIVED: "At the end the detector is back on the site, and due: calibrate before use.",
};

/** A maintenance job: the one thing to do now, the steps, the parts, and what follows. */
export function JobPage() {
  const { jobId } = route.useParams();
  const session = useSession();
  const queries = useQueryClient();
  const job = useQuery(jobQuery(jobId));
  const [stopping, setStopping] = useState(false);
  const became = (now: Job) => {
    queries.setQueryData(jobQuery(jobId).queryKey, now);
    void queries.invalidateQueries({ queryKey: ["detector", now.serial] });
  };
  const confirm = useMutation({
    mutationFn: (body: Schemas["ConfirmMaintenance"]) =>
      answer(api.POST("/api/v1/maintenance/{id}/steps", { params: { path: { id: jobId }, ...once() }, body })),
    onSuccess: became,
  });
  const finish = useMutation({
    mutationFn: (body: Schemas["FinishMaintenance"]) =>
      answer(api.POST("/api/v1/maintenance/{id}/end", { params: { path: { id: jobId }, ...once() }, body })),
    onSuccess: (now) => {
      became(now);
      void queries.invalidateQueries();
    },
  });
  if (!job.data) {
    return job.isError ? <ErrorMessage error={job.error} /> : <Loading what="the work" />;
  }
  const { data } = job;
  const step = data.steps[data.next];
  const works = data.open && may(session, "TECHNICIAN");
  return (
    <div>
      <section
        aria-label="Next action"
        className={clsx(
          "sticky top-[var(--header,3.5rem)] z-[5] flex flex-wrap items-center gap-x-6 gap-y-3 px-4 py-4 text-white",
          data.refused && data.open ? "bg-caution-deep" : data.open || data.finished ? "bg-act-deep" : "bg-fail-deep",
        )}
      >
        <div className="min-w-0 grow basis-60">
          <p aria-live="assertive" className="text-[clamp(1.6rem,3.2vw,2.6rem)] leading-tight font-bold text-balance">
            {!data.open
              ? data.finished
                ? "Finished."
                : "Stopped."
              : data.refused
                ? data.refused
                : step
                  ? step.sentence
                  : "All steps are done. Finish the work."}
          </p>
          <p className="mt-1 text-lg">
            <span className="font-semibold">{data.serial}</span> · {data.model} · {data.title.toLowerCase()}
            {data.newSerial !== "" && ` · new sensor ${data.newSerial}, slot ${data.slot}`}
            {data.refused && step && ` · then: ${step.sentence}`}
          </p>
        </div>
      </section>
      <div className="grid gap-x-10 gap-y-6 px-4 py-4 lg:grid-cols-[minmax(0,1fr)_minmax(0,24rem)]">
        <div className="min-w-0">
          {works && step && (
            <StepForm
              key={`${data.next} ${data.refused ?? ""}`}
              step={step}
              waitsUntil={data.waitsUntil}
              pending={confirm.isPending}
              error={confirm.error}
              onDone={(more) => confirm.mutate({ step: data.next, value: null, answer: null, ...more })}
            />
          )}
          {works && !step && (
            <FinishForm parts={data.parts} pending={finish.isPending} error={finish.error} onFinish={(body) => finish.mutate(body)} />
          )}
          {!data.open && (
            <div className="flex flex-col items-start gap-3">
              {data.closingRemark && <p className="text-lg">{data.closingRemark}</p>}
              <Link
                to="/detectors/$serial"
                params={{ serial: data.serial }}
                className="inline-flex min-h-11 items-center text-lg font-semibold text-act underline underline-offset-4"
              >
                {data.finished && data.followUp !== "NONE" ? `Open ${data.serial} to calibrate it` : `Open ${data.serial}`}
              </Link>
            </div>
          )}
          <p className="mt-4 text-soft">{data.open && followUps[data.followUp]}</p>
        </div>
        <aside>
          <h2 className="border-b-2 border-ink text-xl font-bold">Steps</h2>
          <ol>
            {data.steps.map((one, i) => (
              <li key={i} className="flex items-start gap-3 border-b border-line py-2">
                {one.done ? (
                  <Check aria-label="done" className="mt-0.5 size-5 shrink-0 text-act" />
                ) : i === data.next && data.open ? (
                  <CircleDot aria-label="now" className="mt-0.5 size-5 shrink-0" />
                ) : (
                  <Circle aria-label="not done" className="mt-0.5 size-5 shrink-0 text-soft" />
                )}
                <span className="min-w-0">
                  <strong>{one.title}</strong>
                  {one.done && (
                    <span className="block text-sm text-soft">
                      {one.done.said !== "" && `${one.done.said}, `}
                      {atTime(one.done.at, session.zone)}, {one.done.by}
                    </span>
                  )}
                </span>
              </li>
            ))}
          </ol>
          {data.parts.length > 0 && (
            <>
              <h2 className="mt-6 border-b-2 border-ink text-xl font-bold">Parts</h2>
              <ul>
                {data.parts.map((part) => (
                  <li key={part.name} className="flex items-baseline justify-between gap-3 border-b border-line py-2">
                    <span>
                      {part.count} × <strong>{part.name}</strong>
                    </span>
                    <span className={clsx("text-sm", part.inStock === 0 ? "font-semibold text-fail" : "text-soft")}>
                      {part.inStock === null ? "not counted" : `${part.inStock} in stock`}
                    </span>
                  </li>
                ))}
              </ul>
            </>
          )}
          {works && (
            <Button kind="quiet" className="mt-4 -ml-4" onClick={() => setStopping(true)}>
              Stop this work
            </Button>
          )}
        </aside>
      </div>
      {stopping && (
        <ReasonedSheet
          title={`Stop: ${data.title.toLowerCase()}`}
          label="Reason"
          action="Stop the work"
          send={(reason) =>
            answer(api.POST("/api/v1/maintenance/{id}/stop", { params: { path: { id: jobId }, ...once() }, body: { reason } }))
          }
          onClose={() => setStopping(false)}
        />
      )}
    </div>
  );
}
