import { useQuery } from "@tanstack/react-query";
import { getRouteApi, Link } from "@tanstack/react-router";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { may, useSession } from "../../api/session";
import { isTypedIn, sourceAside } from "../../app/source";
import { atTime, onDay } from "../../app/dates";
import { Button, buttonLook } from "../../ui/Button";
import { Formula } from "../../ui/Formula";
import { Mark } from "../../ui/Mark";
import { StateWord } from "../../ui/StateWord";
import { Strip } from "../../ui/Strip";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { Why } from "../../ui/Working";
import { usePutOnBench } from "../bench/usePutOnBench";
import { detectorQuery, runsQuery } from "./queries";
import { ServedBy } from "../gateways/ServedBy";
import { MaintenanceOf } from "../maintenance/MaintenanceOf";
import { CareOf } from "./CareOf";
import { DetailsSheet } from "./DetailsSheet";
import { SuspectPeriods } from "./SuspectPeriods";
import { SensorSensitivity } from "./SensorSensitivity";
import { FittingSheet } from "./FittingSheet";
import { GasFor } from "./GasFor";
import { HoldTagLink } from "./HoldTagLink";
import { LendSheet } from "./LendSheet";
import { OwnRules } from "./OwnRules";
import { ReleaseSheet } from "./ReleaseSheet";
import { ReplaceSheet } from "./ReplaceSheet";
import { SeenSheet } from "./SeenSheet";
import { StatusSheet } from "./StatusSheet";
import { TakeBack } from "./TakeBack";
import { word } from "../../ui/shown";

const route = getRouteApi("/shell/detectors/$serial");

type Sensor = Schemas["FittedView"];

export function Detector() {
  const { serial } = route.useParams();
  const session = useSession();
  const detector = useQuery(detectorQuery(serial));
  const { put, pending } = usePutOnBench();
  const [replacing, setReplacing] = useState<Sensor | null>(null);
  const [correcting, setCorrecting] = useState<Sensor | null>(null);
  const [changing, setChanging] = useState<"status" | "details" | null>(null);
  const [releasing, setReleasing] = useState(false);
  const [lending, setLending] = useState(false);
  const [seen, setSeen] = useState(false);
  if (detector.isPending) {
    return <Loading what={serial} />;
  }
  if (detector.isError) {
    return (
      <div className="px-4">
        <ErrorMessage error={detector.error} />
      </div>
    );
  }
  const { detector: d, notes, dueWorking, sensors, removed, holds } = detector.data;
  const hold = holds.find((h) => h.releasedAt === null);
  const away = d.state === "RETIRED" || d.state === "LOST" || d.state === "IN_REPAIR";
  return (
    <div className="px-4 py-4">
      <header className="mb-4 flex flex-wrap items-start gap-x-8 gap-y-3 border-b-2 border-ink pb-3">
        <div>
          <h1 className="text-4xl font-bold">{d.serial}</h1>
          <p className="text-soft">
            {[d.model, d.assetTag, [d.crew, d.location].filter((part) => part !== "").join(", ")].filter((part) => part !== "").join(" · ")}
          </p>
          {notes !== "" && <p className="max-w-prose whitespace-pre-line">{notes}</p>}
        </div>
        <div className="min-w-0 grow">
          <p className="flex flex-wrap items-baseline gap-3 text-lg">
            <StateWord state={d.state} /> <strong>{d.usable ? "May be used." : "May not be used."}</strong> {d.reason}
          </p>
          <div className="flex flex-wrap items-baseline gap-x-3">
            <span>
              Due <strong>{onDay(d.dueOn)}</strong>
            </span>
            <Why working={dueWorking} />
          </div>
          <OwnRules serial={serial} />
          <ServedBy serial={serial} />
        </div>
        {may(session, "TECHNICIAN") && (
          <div className="flex flex-wrap gap-2">
            <Button kind="act" disabled={pending || away} onClick={() => put(d.serial, "CALIBRATION")}>
              Calibrate
            </Button>
            <Button disabled={pending || away} onClick={() => put(d.serial, "BUMP")}>
              Bump
            </Button>
            <Button onClick={() => setSeen(true)}>Report an event</Button>
            <Button onClick={() => setChanging("status")}>Change status</Button>
            <Button onClick={() => setChanging("details")}>Edit details</Button>
            {d.state === "OUT" ? (
              <TakeBack serial={serial} />
            ) : (
              (d.usable || d.state === "BUMP_FIRST") && <Button onClick={() => setLending(true)}>Check out</Button>
            )}
            <Link to="/detectors/$serial/elsewhere" params={{ serial: d.serial }} className={buttonLook()}>
              Record work done elsewhere
            </Link>
          </div>
        )}
      </header>
      {hold && (
        <section className="mb-5 flex flex-wrap items-center justify-between gap-4 border-2 border-fail bg-fail-wash p-4">
          <div>
            <h2 className="text-xl font-bold">On hold since {atTime(hold.placedAt, session.zone)}</h2>
            <p className="text-lg">
              {hold.reason} Placed by {hold.placedBy}.
            </p>
          </div>
          <div className="flex flex-wrap items-center gap-3">
            <HoldTagLink serial={serial} />
            {may(session, "LEAD") ? (
              <Button kind="act" onClick={() => setReleasing(true)}>
                Release from hold
              </Button>
            ) : (
              <p className="text-soft">A lead releases it.</p>
            )}
          </div>
        </section>
      )}
      <SuspectPeriods serial={serial} />
      <section aria-labelledby="sensors" className="mb-6">
        <h2 id="sensors" className="mb-1 text-xl font-bold">
          Sensors
        </h2>
        <div className="overflow-x-auto">
          <table className="w-full text-left">
            <thead className="border-b border-line text-sm text-soft">
              <tr>
                <th className="py-1 pr-4 font-normal">Slot, gas</th>
                <th className="pr-4 font-normal">Last verdict</th>
                <th className="pr-4 font-normal">Serial</th>
                <th className="pr-4 font-normal">Fitted</th>
                <th className="pr-4 font-normal">Last good</th>
                <th className="pr-4 font-normal">Due</th>
                <th className="font-normal" />
              </tr>
            </thead>
            <tbody>
              {sensors.map((sensor) => (
                <tr key={sensor.serial} className="border-b border-line">
                  <td className="py-1 pr-4 text-lg">
                    <span className="text-soft">{sensor.slot}</span>{" "}
                    <strong>
                      <Formula text={sensor.formula} />
                    </strong>{" "}
                    <span className="text-sm text-soft">{sensor.technology}</span>
                  </td>
                  <td className="pr-4">
                    <Mark verdict={sensor.lastVerdict ?? "NOT_JUDGED"} />
                  </td>
                  <td className="pr-4">{sensor.serial}</td>
                  <td className="pr-4 whitespace-nowrap">
                    {may(session, "TECHNICIAN") ? (
                      <button
                        type="button"
                        className="min-h-11 underline decoration-dotted underline-offset-4"
                        aria-label={`Correct the fitting date of the ${sensor.gas} sensor, ${sensor.fittedOn ? onDay(sensor.fittedOn) : "unknown"}`}
                        onClick={() => setCorrecting(sensor)}
                      >
                        {sensor.fittedOn ? onDay(sensor.fittedOn) : "unknown"}
                      </button>
                    ) : sensor.fittedOn ? (
                      onDay(sensor.fittedOn)
                    ) : (
                      "unknown"
                    )}
                  </td>
                  <td className="pr-4 whitespace-nowrap">{sensor.lastGoodOn ? onDay(sensor.lastGoodOn) : "never yet"}</td>
                  <td className="pr-4 whitespace-nowrap">{sensor.dueOn && onDay(sensor.dueOn)}</td>
                  <td className="text-right">
                    {may(session, "TECHNICIAN") && (
                      <span className="inline-flex gap-2">
                        <Button
                          disabled={pending}
                          onClick={() => put(d.serial, "CALIBRATION", [sensor.slot])}
                          aria-label={`Calibrate the ${sensor.gas} sensor alone`}
                        >
                          Calibrate
                        </Button>
                        <Button
                          disabled={pending}
                          onClick={() => put(d.serial, "BUMP", [sensor.slot])}
                          aria-label={`Bump the ${sensor.gas} sensor alone`}
                        >
                          Bump
                        </Button>
                        <Button onClick={() => setReplacing(sensor)} aria-label={`Replace the ${sensor.gas} sensor`}>
                          Replace
                        </Button>
                      </span>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        {removed.length > 0 && (
          <p className="mt-1 text-sm text-soft">
            Taken out:{" "}
            {removed
              .map(
                (s) =>
                  `${s.formula} ${s.serial} (${s.fittedOn ? onDay(s.fittedOn) : "unknown"} to ${s.removedOn ? onDay(s.removedOn) : ""})`,
              )
              .join("; ")}
          </p>
        )}
      </section>
      <MaintenanceOf serial={serial} state={d.state} sensors={sensors} />
      <CareOf serial={serial} />
      <SensorSensitivity serial={serial} />
      <GasFor serial={serial} />
      <Runs serial={serial} />
      {holds.some((h) => h.releasedAt !== null) && (
        <section className="mt-6">
          <h2 className="mb-1 text-xl font-bold">Earlier holds</h2>
          <ul>
            {holds
              .filter((h) => h.releasedAt !== null)
              .map((h) => (
                <li key={h.placedAt} className="border-b border-line py-1">
                  {h.reason} Released {atTime(h.releasedAt ?? "", session.zone)} by {h.releasedBy}: {h.releaseRemark}
                </li>
              ))}
          </ul>
        </section>
      )}
      {replacing && (
        <ReplaceSheet serial={serial} sensors={sensors} slot={replacing.slot} zone={session.zone} onClose={() => setReplacing(null)} />
      )}
      {correcting && <FittingSheet serial={serial} sensor={correcting} onClose={() => setCorrecting(null)} />}
      {changing === "status" && <StatusSheet serial={serial} state={d.state} onClose={() => setChanging(null)} />}
      {changing === "details" && (
        <DetailsSheet
          serial={serial}
          details={{ assetTag: d.assetTag, crew: d.crew, location: d.location, notes }}
          onClose={() => setChanging(null)}
        />
      )}
      {seen && <SeenSheet serial={serial} onClose={() => setSeen(false)} />}
      {lending && <LendSheet serial={serial} onClose={() => setLending(false)} />}
      <ReleaseSheet serial={serial} open={releasing} onClose={() => setReleasing(false)} />
    </div>
  );
}

const firstShown = 20;

function Runs({ serial }: { serial: string }) {
  const runs = useQuery(runsQuery(serial));
  const [all, setAll] = useState(false);
  if (!runs.data) {
    return <Loading what="its runs" />;
  }
  const shown = all ? runs.data : runs.data.slice(0, firstShown);
  return (
    <section aria-labelledby="runs">
      <div className="flex flex-wrap items-center justify-between gap-x-4">
        <h2 id="runs" className="text-xl font-bold">
          Runs <span className="font-normal text-soft">· {runs.data.length}</span>
        </h2>
        <Link to="/logbook" search={{ detector: serial }} className={buttonLook("quiet")}>
          Everything in the logbook
        </Link>
      </div>
      {runs.data.length === 0 && <p className="text-soft">None yet. Calibrate it before use.</p>}
      <ol>
        {shown.map((run) => (
          <li
            key={run.id}
            className="grid grid-cols-[8.5rem_6rem_minmax(0,1fr)] items-center gap-x-4 border-b border-line sm:grid-cols-[8.5rem_6.5rem_minmax(0,1fr)_minmax(0,14rem)]"
          >
            <Link
              to="/records/$runId"
              params={{ runId: run.id }}
              className="inline-flex min-h-11 items-center font-semibold underline-offset-4 hover:underline"
            >
              {onDay(run.endedOn ?? run.startedAt.slice(0, 10)).replace(/^\w+, /, "")}
            </Link>
            <span>
              {run.withdrawn ? "void" : run.verdict ? <Mark verdict={run.verdict} /> : run.phase === "STOPPED" ? "stopped" : "open"}
            </span>
            <div>{run.strip && !isTypedIn(run.source) && <Strip strip={run.strip} />}</div>
            <span className="hidden truncate text-sm text-soft sm:block">
              {word(run.job)}, {run.technician}
              {sourceAside(run.source) && `, ${sourceAside(run.source)}`}
              {run.simulated ? ", simulated" : ""}
            </span>
          </li>
        ))}
      </ol>
      {!all && runs.data.length > firstShown && (
        <Button kind="quiet" onClick={() => setAll(true)}>
          Show all {runs.data.length}
        </Button>
      )}
    </section>
  );
}
