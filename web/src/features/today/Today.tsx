import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { answer, api, type Schemas } from "../../api/client";
import { may, useSession } from "../../api/session";
import { onLongDay } from "../../app/dates";
import { Button } from "../../ui/Button";
import { Formula } from "../../ui/Formula";
import { StateWord } from "../../ui/StateWord";
import { Strip } from "../../ui/Strip";
import { Loading, Told } from "../../ui/Told";
import { usePutOnBench, type Job } from "../bench/usePutOnBench";
import { GasOfTheDay } from "./GasOfTheDay";

type Group = Schemas["Group"];
type Row = Schemas["TodayRow"];

export function Today() {
  const today = useQuery({ queryKey: ["today"], queryFn: () => answer(api.GET("/api/v1/today")), refetchInterval: 15_000 });
  if (today.isPending) {
    return <Loading what="today’s work" />;
  }
  if (today.isError) {
    return <Told error={today.error} />;
  }
  const { groups, onHold, ready, total, date, gasWarnings } = today.data;
  const jobs = groups.reduce((n, group) => n + group.rows.length, 0);
  return (
    <div className="grid gap-x-8 px-4 py-4 lg:grid-cols-[minmax(0,1fr)_18rem]">
      <div>
        <header className="mb-3 flex flex-wrap items-baseline gap-x-5">
          <h1 className="text-3xl font-bold">{onLongDay(date)}</h1>
          <p className="text-lg">
            {jobs === 0 ? "Nothing is due." : `${jobs} to do.`} <span className="text-soft">{`${ready} of ${total} detectors may be used as they stand.`}</span>
          </p>
        </header>
        {groups.map((group) => (
          <GroupOfWork key={group.job + group.model} group={group} />
        ))}
        {onHold.length > 0 && (
          <section className="mt-6" aria-labelledby="on-hold">
            <h2 id="on-hold" className="border-fail border-b-2 pb-1 text-xl font-bold">
              On hold: keep out of use
            </h2>
            <ul>
              {onHold.map((row) => (
                <WorkRow key={row.serial} row={row} />
              ))}
            </ul>
          </section>
        )}
        {jobs === 0 && onHold.length === 0 && <p className="text-soft py-10 text-lg">Every detector is in date and bumped. Scan one to look at it or to work on it early.</p>}
      </div>
      <GasOfTheDay groups={groups} warnings={gasWarnings} />
    </div>
  );
}

function GroupOfWork({ group }: { group: Group }) {
  const id = `${group.job}-${group.model}`.replace(/\s/g, "-");
  return (
    <section className="mb-5" aria-labelledby={id}>
      <div className="border-ink flex flex-wrap items-baseline justify-between gap-x-4 border-b-2 pb-1">
        <h2 id={id} className="text-xl font-bold">
          {group.job === "bump" ? "Bump" : "Calibrate"} {group.model} <span className="text-soft font-normal">· {group.rows.length}</span>
        </h2>
        {group.cylinder ? (
          <p>
            Have ready: <strong>{group.cylinder}</strong> (<Formula text={group.gas} />)
          </p>
        ) : (
          <p className="text-fail font-semibold">No cylinder fits: {group.refusals[0]}</p>
        )}
      </div>
      <ul>
        {group.rows.map((row) => (
          <WorkRow key={row.serial} row={row} job={group.job === "bump" ? "BUMP" : "CALIBRATION"} />
        ))}
      </ul>
    </section>
  );
}

function WorkRow({ row, job }: { row: Row; job?: Job }) {
  const session = useSession();
  const { put, pending } = usePutOnBench();
  return (
    <li className="border-line grid grid-cols-[6.5rem_minmax(0,1fr)_auto] items-center gap-x-4 gap-y-1 border-b py-1.5 md:grid-cols-[6.5rem_10rem_minmax(0,1fr)_8rem_8.5rem]">
      <StateWord state={row.state} />
      <div className="min-w-0">
        <Link to="/detectors/$serial" params={{ serial: row.serial }} className="text-lg font-bold underline-offset-4 hover:underline">
          {row.serial}
        </Link>
        <span className="text-soft block truncate text-sm">
          {row.crew}, {row.location}
        </span>
      </div>
      <p className="order-last col-span-3 md:order-none md:col-span-1">{row.runBy ? `On the bench with ${row.runBy}.` : row.reason}</p>
      <div className="hidden md:block" title="Last run">
        {row.lastStrip && <Strip strip={row.lastStrip} />}
      </div>
      {row.runId ? (
        <Link to="/bench/$runId" params={{ runId: row.runId }} className="border-act text-act inline-flex min-h-11 items-center justify-center rounded-sm border-2 px-3 font-semibold">
          Go on
        </Link>
      ) : job && may(session, "TECHNICIAN") ? (
        <Button kind="act" disabled={pending} onClick={() => put(row.serial, job)} aria-label={`${job === "BUMP" ? "Bump" : "Calibrate"} ${row.serial}`}>
          {job === "BUMP" ? "Bump" : "Calibrate"}
        </Button>
      ) : (
        <Link to="/detectors/$serial" params={{ serial: row.serial }} className="text-act inline-flex min-h-11 items-center justify-center font-semibold underline underline-offset-4" aria-label={`Open ${row.serial}`}>
          Open
        </Link>
      )}
    </li>
  );
}
