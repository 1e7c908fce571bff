import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useEffect, useState } from "react";
import { answer, api, asProblem, once, type Schemas } from "../../api/client";
import { may, useSession } from "../../api/session";
import { atTime, todayIn } from "../../app/dates";
import { counted } from "../../ui/counted";
import { Button, buttonLook } from "../../ui/Button";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { BenchDay } from "./BenchDay";
import { DaysAndPeople } from "./DaysAndPeople";
import { JobSide } from "./JobSide";
import { PlanSide } from "./PlanSide";
import { planQuery } from "./queries";
import { jobsOf, neighbour, stepTo, type Day, type PlannedJob } from "./planTimeline";
import { useMoveJob } from "./useMoveJob";

type View = Schemas["PlanView"];

/** The coming bench days: when each detector is calibrated, and why then. */
export function Plan() {
  const plan = useQuery(planQuery);
  if (plan.isError && asProblem(plan.error).code === "nobody-at-the-bench") {
    return <NobodyYet />;
  }
  if (!plan.data) {
    return plan.isError ? (
      <div className="px-4">
        <ErrorMessage error={plan.error} />
      </div>
    ) : (
      <Loading what="the plan" />
    );
  }
  return <CurrentPlan plan={plan.data} />;
}

/** Nothing has gone wrong: there is nobody to plan for. */
function NobodyYet() {
  return (
    <div className="px-4 py-4">
      <h1 className="mb-3 text-3xl font-bold">Bench plan</h1>
      <p className="max-w-prose border-t-2 border-ink py-4 text-lg">
        Nobody works at the bench in the coming weeks, so there is nothing to plan yet. Add a technician under{" "}
        <Link to="/people" className="text-act underline underline-offset-4">
          People
        </Link>
        .
      </p>
    </div>
  );
}

function CurrentPlan({ plan }: { plan: View }) {
  const session = useSession();
  const queries = useQueryClient();
  const movable = may(session, "TECHNICIAN");
  const [chosen, setChosen] = useState<string | null>(null);
  const [focused, setFocused] = useState<string | null>(null);
  const [settings, setSettings] = useState(false);
  const move = useMoveJob();
  const make = useMutation({
    mutationFn: (replanEverything: boolean) => answer(api.POST("/api/v1/plan", { params: once(), body: { replanEverything } })),
    onSuccess: (view) => {
      queries.setQueryData(planQuery.queryKey, view);
      void queries.invalidateQueries({ queryKey: ["plan", "job"] });
      void queries.invalidateQueries({ queryKey: ["plan", "ways"] });
    },
  });
  const all = new Map<string, { job: PlannedJob; on: string | null }>();
  plan.without.forEach((job) => all.set(job.serial, { job, on: null }));
  plan.days.forEach((day) => jobsOf(day).forEach((job) => all.set(job.serial, { job, on: day.date })));
  const first = plan.days.flatMap(jobsOf)[0]?.serial ?? null;
  const tabStop = focused && all.get(focused)?.on ? focused : first;
  const shown = chosen ? all.get(chosen) : undefined;

  function put(serial: string, day: Day | null) {
    if (movable && day && !move.isPending && all.get(serial)?.on !== day.date) {
      move.mutate({ serial, day: day.date });
    }
  }

  function onArrow(serial: string, key: string, carries: boolean) {
    if (carries) {
      put(serial, neighbour(plan.days, serial, key === "ArrowUp" || key === "ArrowLeft" ? -1 : 1));
    } else {
      const next = stepTo(plan.days, serial, key);
      if (next) {
        setFocused(next);
        document.querySelector<HTMLElement>(`[data-job="${CSS.escape(next)}"]`)?.focus();
      }
    }
  }

  // A job that was moved by key is another element now: the keys go on from it.
  const at = focused ? all.get(focused)?.on : null;
  useEffect(() => {
    if (focused && document.activeElement === document.body) {
      document.querySelector<HTMLElement>(`[data-job="${CSS.escape(focused)}"]`)?.focus();
    }
  }, [focused, at]);

  return (
    <div className="px-4 py-4">
      <header className="mb-2 flex flex-wrap items-center gap-x-5 gap-y-2">
        <h1 className="text-3xl font-bold">Bench plan</h1>
        <p className="text-soft">{plan.madeAt ? `Made ${atTime(plan.madeAt, session.zone)} by ${plan.madeBy}` : "No plan yet"}</p>
        <span className="ml-auto flex flex-wrap gap-2">
          <Button onClick={() => setSettings(true)}>Days and people</Button>
          <a href="/api/v1/plan.csv" className={buttonLook()}>
            Table
          </a>
          <a href="/api/v1/plan.ics" className={buttonLook()}>
            Calendar
          </a>
          {movable && plan.madeAt && (
            <Button disabled={make.isPending} onClick={() => make.mutate(true)}>
              Replan everything
            </Button>
          )}
          {movable && (
            <Button kind="act" disabled={make.isPending} onClick={() => make.mutate(false)}>
              {plan.madeAt ? "Replan" : "Make the plan"}
            </Button>
          )}
        </span>
      </header>
      <ErrorMessage error={make.error} />
      <Attention plan={plan} chosen={chosen} onChoose={setChosen} />
      <div className="grid gap-x-8 lg:grid-cols-[minmax(0,1fr)_22rem]">
        <ol aria-label="Bench days">
          {plan.days.map((day) => (
            <BenchDay
              key={day.date}
              day={day}
              today={day.date === todayIn(session.zone)}
              chosen={chosen}
              tabStop={tabStop}
              movable={movable}
              onChoose={setChosen}
              onFocus={setFocused}
              onArrow={onArrow}
              onDrop={(serial) => put(serial, day)}
            />
          ))}
        </ol>
        <aside className="order-first mb-4 lg:sticky lg:top-20 lg:order-none lg:max-h-[calc(100dvh-6rem)] lg:self-start lg:overflow-y-auto">
          {shown ? (
            <JobSide key={shown.job.serial} job={shown.job} on={shown.on} movable={movable} onClose={() => setChosen(null)} />
          ) : (
            <PlanSide plan={plan} onChoose={setChosen} />
          )}
        </aside>
      </div>
      {settings && <DaysAndPeople plan={plan} onClose={() => setSettings(false)} />}
    </div>
  );
}

/** What has changed since the plan was made, so that it has to be made again. */
function Attention({ plan, chosen, onChoose }: { plan: View; chosen: string | null; onChoose: (serial: string) => void }) {
  if (plan.without.length === 0 && plan.breaks.length === 0) {
    return null;
  }
  return (
    <section aria-label="What needs a new plan" className="mb-3 border-l-4 border-caution bg-caution-wash px-4 py-2">
      {plan.without.length > 0 && (
        <div className="flex flex-wrap items-center gap-1.5 py-1">
          <strong className="mr-2">{counted(plan.withoutDay, "job")} not scheduled:</strong>
          {plan.without.slice(0, MOST_NAMED).map((job) => (
            <button
              key={job.serial}
              type="button"
              aria-pressed={job.serial === chosen}
              onClick={() => onChoose(job.serial)}
              className="min-h-9 border border-ink bg-sheet px-2 font-semibold"
            >
              {job.serial}
            </button>
          ))}
          {plan.withoutDay > MOST_NAMED && <span>and {plan.withoutDay - MOST_NAMED} more</span>}
        </div>
      )}
      {plan.breaks.map((words) => (
        <p key={words} className="font-semibold">
          {words}
        </p>
      ))}
    </section>
  );
}

const MOST_NAMED = 12;
