import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { onShortDay } from "../../app/dates";
import { Button } from "../../ui/Button";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { Why } from "../../ui/Working";
import { minutes } from "./minutes";
import { planQuery, waysQuery } from "./queries";
import { counted } from "../../ui/counted";

type View = Schemas["PlanView"];

/** What the plan costs, how good any plan can be, and what is different from the one before. */
export function PlanSide({ plan, onChoose }: { plan: View; onChoose: (serial: string) => void }) {
  const { figures, search, moved } = plan;
  return (
    <section aria-labelledby="the-plan">
      <h2 id="the-plan" className="text-2xl font-bold">
        {counted(figures.jobs, "job")}, {hours(figures.workMinutes)} of work
      </h2>
      {search ? <Searching search={search} /> : plan.madeAt && <Worth figures={figures} without={plan.withoutDay} />}
      {plan.madeAt && figures.late + plan.withoutDay > 0 && <Ways />}
      {moved.length > 0 && (
        <>
          <h3 className="mt-4 mb-1 font-bold">Moved since the plan before · {moved.length}</h3>
          <ul>
            {moved.map((move) => (
              <li key={move.serial} className="border-b border-line">
                <button type="button" className="flex min-h-10 w-full items-center gap-2 text-left" onClick={() => onChoose(move.serial)}>
                  <strong className="w-24">{move.serial}</strong>
                  <span>
                    {onShortDay(move.from)} → {move.to ? onShortDay(move.to) : "not scheduled"}
                  </span>
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
      <p className="mt-4 text-sm text-soft">
        Arrow keys go from job to job; Shift with up or down moves the job to the bench day before or after. Enter shows why it is planned
        there.
      </p>
    </section>
  );
}

function hours(workMinutes: number): string {
  return workMinutes < 90 ? `${workMinutes} min` : `${(workMinutes / 60).toFixed(1)} h`;
}

function lateness(late: number, without: number): string {
  const said = [late > 0 && `${counted(late, "job is", "jobs are")} late`, without > 0 && `${without} not scheduled`];
  const told = said.filter(Boolean).join(", ");
  return told ? `${told}.` : "Nothing is late.";
}

function Worth({ figures, without }: { figures: View["figures"]; without: number }) {
  return (
    <>
      <p className="mt-1">
        {lateness(figures.late, without)} {figures.late + without > 0 && figures.leastLate && "No plan is less late. "}
        Beside the work it costs <strong>{minutes(figures.minutes)}</strong>
        {figures.byRule - figures.minutes > 0.05 && <> ({minutes(figures.byRule - figures.minutes)} less than the plan by rule)</>}.{" "}
        {figures.best
          ? "It is proven that no plan costs less."
          : figures.leastMinutes > 0
            ? `It is proven that none costs less than ${minutes(figures.leastMinutes)}.`
            : ""}
      </p>
      <Why working={figures.working} />
    </>
  );
}

function Searching({ search }: { search: NonNullable<View["search"]> }) {
  const queries = useQueryClient();
  const stop = useMutation({
    mutationFn: () => answer(api.DELETE("/api/v1/plan/search")),
    onSuccess: () => queries.invalidateQueries({ queryKey: planQuery.queryKey }),
  });
  return (
    <div className="my-2 border-l-4 border-act bg-sheet p-3" role="status">
      <p className="font-semibold">Looking for a better plan, {Math.min(search.atMost, Math.round(search.seconds))} s</p>
      <p>
        {minutes(search.minutes)} so far
        {search.leastMinutes > 0 && <>; none costs less than {minutes(search.leastMinutes)}</>}
      </p>
      <ErrorMessage error={stop.error} />
      <Button className="mt-2" disabled={stop.isPending} onClick={() => stop.mutate()}>
        Stop and keep this plan
      </Button>
    </div>
  );
}

function Ways() {
  const [open, setOpen] = useState(false);
  const ways = useQuery({ ...waysQuery, enabled: open });
  return (
    <details className="mt-3" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="min-h-11 cursor-pointer py-2 font-bold text-fail">Ways to fix this</summary>
      {ways.isFetching && !ways.data && <p className="text-soft">Trying them …</p>}
      <ErrorMessage error={ways.error} />
      <ul>
        {ways.data?.map((way) => (
          <li key={way.words} className="border-b border-line py-1">
            {way.words}
          </li>
        ))}
      </ul>
    </details>
  );
}
