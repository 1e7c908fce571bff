import { useQuery } from "@tanstack/react-query";
import { getRouteApi, Link } from "@tanstack/react-router";
import { useState } from "react";
import { answer, api, once, type Schemas } from "../../api/client";
import { may, useSession } from "../../api/session";
import { isTypedIn, sourceWords } from "../../app/source";
import { atTime, onDay } from "../../app/dates";
import { Button, buttonLook } from "../../ui/Button";
import { Formula } from "../../ui/Formula";
import { Mark } from "../../ui/Mark";
import { ReasonedSheet } from "../../ui/ReasonedSheet";
import { clock, shown, word } from "../../ui/shown";
import { Strip } from "../../ui/Strip";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { WorkingLines } from "../../ui/Working";
import { CertificatesOfRun } from "../certificate/OfRun";
import { CorrectSheet } from "./CorrectSheet";
import { counted } from "../../ui/counted";

const route = getRouteApi("/shell/records/$runId");

type SensorRecord = Schemas["SensorRecord"];

/** One run whole, as it is printed: verdicts, workings, gas, trace, and what happened when. */
export function Record() {
  const { runId } = route.useParams();
  const session = useSession();
  const { zone } = session;
  const [correcting, setCorrecting] = useState(false);
  const [takingBack, setTakingBack] = useState(false);
  const record = useQuery({
    queryKey: ["record", runId],
    queryFn: () => answer(api.GET("/api/v1/runs/{id}/record", { params: { path: { id: runId } } })),
  });
  if (record.isPending) {
    return <Loading what="the record" />;
  }
  if (record.isError) {
    return <ErrorMessage error={record.error} />;
  }
  const r = record.data;
  return (
    <article className="mx-auto w-full max-w-5xl px-4 py-4">
      <header className="mb-4 flex flex-wrap items-start justify-between gap-4 border-b-2 border-ink pb-3">
        <div>
          <h1 className="text-3xl font-bold">
            Record of {word(r.run.job)}{" "}
            <Link to="/detectors/$serial" params={{ serial: r.serial }} className="underline-offset-4 hover:underline">
              {r.serial}
            </Link>
          </h1>
          <p className="text-soft">
            {r.model} · {r.assetTag} · {r.crew}, {r.location} · {atTime(r.run.startedAt, zone)} · {r.run.technician}
          </p>
          <p className="text-soft">
            Judged by {r.card}, {r.policy}. {sourceWords[r.run.source]}.
          </p>
          {r.run.simulated && <p className="font-bold">Simulated: demo speed, not real time.</p>}
        </div>
        <div className="flex items-center gap-4">
          {r.run.verdict && !r.run.withdrawn ? (
            <Mark verdict={r.run.verdict} large />
          ) : (
            <strong>{r.run.withdrawn ? "void" : word(r.run.phase)}</strong>
          )}
          {r.run.verdict && r.run.job === "CALIBRATION" && !r.run.withdrawn && (
            <CertificatesOfRun runId={runId} corrected={r.corrections.length > 0} />
          )}
          <a href={`/api/v1/runs/${runId}/file`} download className={buttonLook("quiet", "print:hidden")}>
            Run file
          </a>
          {r.entry !== null && may(session, "TECHNICIAN") && (r.run.technician === session.displayName || may(session, "LEAD")) && (
            <Button onClick={() => setCorrecting(true)} className="print:hidden">
              Correct this entry
            </Button>
          )}
          {isTypedIn(r.run.source) && !r.run.withdrawn && may(session, "LEAD") && (
            <Button onClick={() => setTakingBack(true)} className="print:hidden">
              Void
            </Button>
          )}
          <Button onClick={() => print()} className="print:hidden">
            Print
          </Button>
        </div>
      </header>
      {r.corrections.map((correction) => (
        <p key={correction.seq} className="mb-3 border-l-4 border-caution bg-caution-wash p-3">
          <strong>Corrected: {correction.right}</strong> <span>({correction.why})</span>{" "}
          <span className="text-soft">
            {correction.by}, {atTime(correction.at, zone)}, entry {correction.seq} of the logbook
          </span>
        </p>
      ))}
      {r.reason && <p className="mb-3 border-l-4 border-caution bg-caution-wash p-3">Stopped: {r.reason}</p>}
      {r.remark && <p className="mb-3 border-l-4 border-caution bg-caution-wash p-3 font-semibold">{r.remark}</p>}
      {r.run.strip && !isTypedIn(r.run.source) && (
        <Strip strip={r.run.strip} rows={r.sensors.map((s) => ({ slot: s.slot, label: s.formula }))} />
      )}
      {r.gases.map(({ tag, cylinder }) => (
        <p key={tag} className="my-2">
          Gas: <strong>{tag}</strong>, certificate {cylinder.certificateNumber}, lot {cylinder.lot}, expires {onDay(cylinder.useBefore)}.
        </p>
      ))}
      <div className="grid gap-4 md:grid-cols-2">
        {r.sensors.map((sensor) => (
          <SensorSection key={sensor.slot} sensor={sensor} />
        ))}
      </div>
      <section className="mt-6">
        <h2 className="text-xl font-bold">What happened</h2>
        <ol>
          {r.events.map((event, i) => (
            <li key={i} className="grid grid-cols-[4rem_1fr] gap-3 border-b border-line py-1">
              <span className="text-soft">{clock(event.at / 1000)}</span>
              <span>{event.what}</span>
            </li>
          ))}
        </ol>
      </section>
      <p className="mt-4 text-sm break-all text-soft">Hash of the last event: {r.lastHash}</p>
      <p className="text-sm text-soft">
        This record does not certify an atmosphere or an instrument. The maker’s manual, local law and a competent person decide.
      </p>
      {correcting && r.entry !== null && <CorrectSheet entry={{ seq: r.entry, detector: r.serial }} onClose={() => setCorrecting(false)} />}
      {takingBack && (
        <ReasonedSheet
          title="Void this record: it stays on file but does not count; the detector returns to its state before"
          label="What is wrong with it"
          action="Void"
          send={(why) => answer(api.POST("/api/v1/runs/{id}/withdrawal", { params: { path: { id: runId }, ...once() }, body: { why } }))}
          onClose={() => setTakingBack(false)}
        />
      )}
    </article>
  );
}

function SensorSection({ sensor }: { sensor: SensorRecord }) {
  return (
    <section className="break-inside-avoid border border-line bg-sheet p-3">
      <div className="flex items-baseline justify-between">
        <h2 className="text-xl font-bold">
          <Formula text={sensor.formula} /> <span className="text-sm font-normal text-soft">{sensor.sensorSerial}</span>
        </h2>
        {sensor.result && <Mark verdict={sensor.result.verdict} large />}
      </div>
      {sensor.result?.instrument && <p className="text-sm text-soft">The instrument itself: {word(sensor.result.instrument)}.</p>}
      {sensor.trace.length > 1 && <TraceLine sensor={sensor} />}
      {sensor.outcomes.map((outcome, i) => (
        <div key={i} className="mt-2">
          <p className="flex flex-wrap items-center gap-x-3">
            <Mark verdict={outcome.judgement.verdict} named={false} />
            <strong>{word(outcome.stage)}</strong>
            <span>{outcome.reading === null ? "no reading" : `${shown(outcome.reading, sensor.resolution)} ${sensor.unit}`}</span>
            {outcome.t90Seconds !== null && <span>90 % after {outcome.t90Seconds.toFixed(1)} s</span>}
            <span className="text-soft">{outcome.how}</span>
          </p>
          <WorkingLines working={outcome.judgement.working} />
        </div>
      ))}
      {sensor.result?.due && (
        <div className="mt-2">
          <p>
            Next due <strong>{onDay(sensor.result.due.date)}</strong>
          </p>
          <WorkingLines working={sensor.result.due.working} />
        </div>
      )}
    </section>
  );
}

/** Readings of the whole run, with what was left out, which window was judged and when each reading was taken. */
function TraceLine({ sensor }: { sensor: SensorRecord }) {
  const points = sensor.trace;
  const times = points.map((p) => p.seconds);
  const values = [...points.map((p) => p.value), ...sensor.marked.map((p) => p.value), ...sensor.outcomes.map((o) => o.expected)];
  const [first, last] = [Math.min(...times), Math.max(...times)];
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const x = (s: number) => 4 + ((s - first) / Math.max(1, last - first)) * 392;
  const y = (v: number) => 74 - ((v - low) / Math.max(sensor.resolution, high - low)) * 68;
  const taken = sensor.taken.filter((one) => one.at / 1000 >= first && one.at / 1000 <= last);
  return (
    <figure className="my-1">
      <svg viewBox="0 0 400 80" className="w-full" role="img" aria-label={`Readings of the run, from ${low} to ${high} ${sensor.unit}`}>
        {taken.map((one, i) => (
          <rect
            key={i}
            x={x(Math.max(first, one.from / 1000))}
            y="2"
            width={Math.max(1, x(one.at / 1000) - x(Math.max(first, one.from / 1000)))}
            height="76"
            className="fill-act/20"
          />
        ))}
        <path
          d={points.map((p, i) => `${i === 0 ? "M" : "L"}${x(p.seconds).toFixed(1)} ${y(p.value).toFixed(1)}`).join(" ")}
          className="fill-none stroke-ink"
          strokeWidth="1.5"
        />
        {taken.map((one, i) => (
          <g key={i} className="stroke-act">
            <line x1={x(one.at / 1000)} x2={x(one.at / 1000)} y1="2" y2="78" strokeWidth="1" />
            {one.reading !== null && (
              <path d={diamond(x(one.at / 1000), y(one.reading))} className="fill-act stroke-sheet" strokeWidth="0.75" />
            )}
          </g>
        ))}
        {sensor.marked.map((p, i) => (
          <path key={i} d={cross(x(p.seconds), y(p.value))} className="stroke-fail" strokeWidth="1.5" />
        ))}
      </svg>
      <figcaption className="flex flex-wrap gap-x-4 text-sm text-soft">
        <span>
          <span aria-hidden className="mr-1 inline-block h-3 w-4 border-r-2 border-act bg-act/20 align-middle" />
          judged window, ending when the reading was taken
        </span>
        {sensor.marked.length > 0 && (
          <span>
            <span aria-hidden className="mr-1 font-bold text-fail">
              ×
            </span>
            {counted(sensor.marked.length, "reading")} left out as outliers
          </span>
        )}
      </figcaption>
    </figure>
  );
}

function diamond(x: number, y: number): string {
  return `M${x} ${y - 3.5}L${x + 3.5} ${y}L${x} ${y + 3.5}L${x - 3.5} ${y}Z`;
}

function cross(x: number, y: number): string {
  return `M${x - 2.5} ${y - 2.5}L${x + 2.5} ${y + 2.5}M${x - 2.5} ${y + 2.5}L${x + 2.5} ${y - 2.5}`;
}
