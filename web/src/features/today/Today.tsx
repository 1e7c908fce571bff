import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { answer, api, type Schemas } from "../../api/client";
import { may, useSession } from "../../api/session";
import { onLongDay, onShortDay, todayIn } from "../../app/dates";
import { Button, buttonLook } from "../../ui/Button";
import { Formula } from "../../ui/Formula";
import { StateWord } from "../../ui/StateWord";
import { Strip } from "../../ui/Strip";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { usePutOnBench, type Job } from "../bench/usePutOnBench";
import { mostOnManifold, usePutOnManifold } from "../bench/usePutOnManifold";
import { CareToDo } from "./CareToDo";
import { FirstSteps } from "./FirstSteps";
import { GasOfTheDay } from "./GasOfTheDay";
import { SuspectPeriodsToReview } from "./SuspectPeriodsToReview";
import { RecordChanged } from "./RecordChanged";

type Group = Schemas["Group"];
type Row = Schemas["TodayRow"];

export function Today() {
  const session = useSession();
  const today = useQuery({ queryKey: ["today"], queryFn: () => answer(api.GET("/api/v1/today")), refetchInterval: 15_000 });
  if (today.isPending) {
    return <Loading what="today’s work" />;
  }
  if (today.isError) {
    return <ErrorMessage error={today.error} />;
  }
  const { groups, onHold, ready, total, date, gasWarnings } = today.data;
  const jobs = groups.reduce((n, group) => n + group.detectors, 0);
  return (
    <div className="grid gap-x-8 px-4 py-4 lg:grid-cols-[minmax(0,1fr)_18rem]">
      <div>
        <header className="mb-3 flex flex-wrap items-baseline gap-x-5">
          <h1 className="text-3xl font-bold">{onLongDay(date)}</h1>
          <p className="text-lg">
            {total === 0 ? (
              "No detector is registered yet."
            ) : (
              <>
                {jobs === 0 ? "Nothing is due." : `${jobs} to do.`}{" "}
                <span className="text-soft">{`${ready} of ${total} detectors may be used now.`}</span>
              </>
            )}
          </p>
          {groups.some((group) => group.job === "BUMP") && may(session, "TECHNICIAN") && (
            <Link to="/round" className={buttonLook("outline", "ml-auto")}>
              Bump round
            </Link>
          )}
        </header>
        <FirstSteps />
        {may(session, "LEAD") && <RecordChanged />}
        {groups.map((group, i) => (
          <GroupOfWork key={group.job + group.model} group={group} first={i === 0} />
        ))}
        {onHold.length > 0 && (
          <section className="mt-6" aria-labelledby="on-hold">
            <h2 id="on-hold" className="border-b-2 border-fail pb-1 text-xl font-bold">
              On hold: keep out of use
            </h2>
            <ul>
              {onHold.map((row) => (
                <WorkRow key={row.serial} row={row} />
              ))}
            </ul>
          </section>
        )}
        <CareToDo />
        {may(session, "LEAD") && <SuspectPeriodsToReview />}
        {total > 0 && jobs === 0 && onHold.length === 0 && (
          <p className="py-10 text-lg text-soft">Every detector is in date and bumped. Scan one to look at it or to work on it early.</p>
        )}
      </div>
      <GasOfTheDay groups={groups} warnings={gasWarnings} />
    </div>
  );
}

function GroupOfWork({ group, first }: { group: Group; first: boolean }) {
  const id = `${group.job}-${group.model}`.replace(/\s/g, "-");
  const session = useSession();
  const { put, pending } = usePutOnManifold();
  const { job } = group;
  const together = group.rows.filter((row) => !row.runId).slice(0, mostOnManifold);
  return (
    <section className="mb-5" aria-labelledby={id}>
      <div className="flex flex-wrap items-baseline justify-between gap-x-4 border-b-2 border-ink pb-1">
        <h2 id={id} className="text-xl font-bold">
          {group.job === "BUMP" ? "Bump" : "Calibrate"} {group.model} <span className="font-normal text-soft">· {group.detectors}</span>
        </h2>
        {together.length > 1 && group.ready.length > 0 && may(session, "TECHNICIAN") && (
          <Button
            kind="quiet"
            className="mr-auto"
            disabled={pending}
            onClick={() =>
              put(
                together.map((row) => row.serial),
                job,
              )
            }
          >
            {together.length === group.detectors ? "All" : "The first"} {together.length} on one manifold
          </Button>
        )}
        {group.ready.length > 0 ? (
          <p>
            Have ready: <ReadyGas gas={group.gas} ready={group.ready} uncovered={group.uncovered} />
            <span className="whitespace-nowrap text-soft"> {group.litres.toFixed(1)} L in all</span>
            {group.further.map((more, i) => (
              <span key={i}>
                {"; "}
                <ReadyGas gas={more.gas} ready={more.ready} uncovered={more.uncovered} />
              </span>
            ))}
          </p>
        ) : (
          <p className="font-semibold text-fail">No cylinder fits: {group.refusals[0]}</p>
        )}
      </div>
      <ul>
        {group.rows.map((row, i) => (
          <WorkRow key={row.serial} row={row} first={first && i === 0} job={job} />
        ))}
      </ul>
      {group.detectors > group.rows.length && (
        <Link
          to="/detectors"
          search={{ model: group.model, order: "PRESSING" }}
          className="inline-flex min-h-11 items-center text-act underline underline-offset-4"
        >
          and {group.detectors - group.rows.length} more
        </Link>
      )}
    </section>
  );
}

/** Every cylinder that a group of jobs takes for one gas, and how many jobs are left without. */
function ReadyGas({ gas, ready, uncovered }: { gas: string; ready: Group["ready"]; uncovered: number }) {
  return (
    <>
      {ready.map((one, i) => (
        <span key={one.cylinder}>
          {i > 0 && " + "}
          <strong>{one.cylinder}</strong>
        </span>
      ))}{" "}
      {ready.length === 0 && <strong className="text-fail">no cylinder </strong>}
      (<Formula text={gas} />){uncovered > 0 && ready.length > 0 && <strong className="text-fail"> no gas for {uncovered} more</strong>}
    </>
  );
}

function WorkRow({ row, job, first = false }: { row: Row; job?: Job; first?: boolean }) {
  const session = useSession();
  const today = todayIn(session.zone);
  const { put, pending } = usePutOnBench();
  return (
    <li className="grid grid-cols-[6.5rem_minmax(0,1fr)_auto] items-center gap-x-4 gap-y-1 border-b border-line py-1 md:grid-cols-[6.5rem_13rem_minmax(0,1fr)_12rem_8rem]">
      <StateWord state={row.state} />
      <div className="min-w-0">
        <Link to="/detectors/$serial" params={{ serial: row.serial }} className="text-lg font-bold underline-offset-4 hover:underline">
          {row.serial}
        </Link>
        <span className="block truncate text-sm text-soft">
          {row.crew}, {row.location}
        </span>
      </div>
      <p className="order-last col-span-3 md:order-none md:col-span-1">
        {row.runBy ? `On the bench with ${row.runBy}.` : row.reason}
        {!row.runBy && row.plannedOn && (
          <strong> {row.plannedOn === today ? "Planned for today." : `Planned for ${onShortDay(row.plannedOn)}.`}</strong>
        )}
      </p>
      <div className="hidden md:block" title="Last run">
        {row.lastStrip && <Strip strip={row.lastStrip} />}
      </div>
      {row.runId ? (
        <Link to="/bench/$runId" params={{ runId: row.runId }} className={buttonLook(first ? "act" : "outline")}>
          Go on
        </Link>
      ) : job && may(session, "TECHNICIAN") ? (
        <Button
          kind={first ? "act" : "outline"}
          disabled={pending}
          onClick={() => put(row.serial, job)}
          aria-label={`${job === "BUMP" ? "Bump" : "Calibrate"} ${row.serial}`}
        >
          {job === "BUMP" ? "Bump" : "Calibrate"}
        </Button>
      ) : (
        <Link
          to="/detectors/$serial"
          params={{ serial: row.serial }}
          className="inline-flex min-h-11 items-center justify-center font-semibold text-act underline underline-offset-4"
          aria-label={`Open ${row.serial}`}
        >
          Open
        </Link>
      )}
    </li>
  );
}
