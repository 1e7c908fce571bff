import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState, type ReactNode, type SubmitEvent } from "react";
import { answer, api, once, type Schemas } from "../../api/client";
import { may, useSession } from "../../api/session";
import { onDay, onShortDay } from "../../app/dates";
import { Button } from "../../ui/Button";
import { DateField } from "../../ui/DateField";
import { Choice, Field } from "../../ui/Field";
import { number } from "../../ui/number";
import { Sheet } from "../../ui/Sheet";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { planQuery } from "./queries";

type View = Schemas["PlanView"];

/** Who is away, which days are unlike their weekday, and the figures that the plan works with. */
export function DaysAndPeople({ plan, onClose }: { plan: View; onClose: () => void }) {
  const lead = may(useSession(), "LEAD");
  return (
    <Sheet open onClose={onClose} title="Days and people">
      {!lead && <p className="mb-3 text-soft">A lead changes these.</p>}
      <Absences plan={plan} lead={lead} />
      <Week plan={plan} lead={lead} />
      <Unusual plan={plan} lead={lead} />
      <Rules plan={plan} lead={lead} />
    </Sheet>
  );
}

function useChanged() {
  const queries = useQueryClient();
  return (view?: View) => {
    if (view) {
      queries.setQueryData(planQuery.queryKey, view);
    }
    void queries.invalidateQueries({ queryKey: ["plan"] });
  };
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="mb-6">
      <h3 className="mb-1 border-b border-line pb-1 text-lg font-bold">{title}</h3>
      {children}
    </section>
  );
}

function Absences({ plan, lead }: { plan: View; lead: boolean }) {
  const changed = useChanged();
  const [technician, setTechnician] = useState(plan.technicians[0] ?? "");
  const [since, setSince] = useState("");
  const [until, setUntil] = useState("");
  const away = useMutation({
    mutationFn: () =>
      answer(api.POST("/api/v1/plan/absences", { params: once(), body: { technician, since, until: until || since, remark: "" } })),
    onSuccess: (view) => {
      setSince("");
      setUntil("");
      changed(view);
    },
  });
  const here = useMutation({
    mutationFn: (id: string) => answer(api.DELETE("/api/v1/plan/absences/{id}", { params: { path: { id } } })),
    onSuccess: () => changed(),
  });
  function submit(event: SubmitEvent) {
    event.preventDefault();
    away.mutate();
  }
  return (
    <Part title="Away from the bench">
      {plan.absences.length === 0 && <p className="text-soft">Nobody.</p>}
      <ul>
        {plan.absences.map((one) => (
          <li key={one.id} className="flex items-center justify-between gap-3">
            <span>
              <strong>{one.technician}</strong>, {onShortDay(one.since)} to {onShortDay(one.until)}
            </span>
            {lead && (
              <Button kind="quiet" disabled={here.isPending} onClick={() => here.mutate(one.id)}>
                Here again
              </Button>
            )}
          </li>
        ))}
      </ul>
      {lead && (
        <form onSubmit={submit} aria-label="Somebody is away" className="mt-2 flex flex-col gap-3">
          <Choice label="Who" value={technician} onChange={(event) => setTechnician(event.target.value)}>
            {plan.technicians.map((name) => (
              <option key={name}>{name}</option>
            ))}
          </Choice>
          <div className="grid grid-cols-2 gap-3">
            <DateField label="From" required value={since} onDay={setSince} />
            <DateField label="To" value={until} onDay={setUntil} hint="empty: that day" />
          </div>
          <ErrorMessage error={away.error ?? here.error} />
          <Button type="submit" disabled={away.isPending}>
            Enter as away
          </Button>
        </form>
      )}
    </Part>
  );
}

const weekdays: [View["rules"]["benchDays"][number], string][] = [
  ["MONDAY", "Mon"],
  ["TUESDAY", "Tue"],
  ["WEDNESDAY", "Wed"],
  ["THURSDAY", "Thu"],
  ["FRIDAY", "Fri"],
  ["SATURDAY", "Sat"],
  ["SUNDAY", "Sun"],
];

/** The weekdays on which the bench is open; each change counts at once. */
function Week({ plan, lead }: { plan: View; lead: boolean }) {
  const changed = useChanged();
  const open = plan.rules.benchDays;
  const set = useMutation({
    mutationFn: (benchDays: typeof open) => answer(api.POST("/api/v1/plan/rules", { params: once(), body: { ...plan.rules, benchDays } })),
    onSuccess: (view) => changed(view),
  });
  return (
    <Part title="Bench days">
      <fieldset className="flex flex-wrap gap-x-4">
        <legend className="sr-only">Weekdays on which the bench is open</legend>
        {weekdays.map(([day, word]) => (
          <label key={day} className="flex min-h-11 items-center gap-2">
            <input
              type="checkbox"
              className="size-5 accent-act"
              disabled={!lead || set.isPending}
              checked={open.includes(day)}
              onChange={(event) => set.mutate(event.target.checked ? [...open, day] : open.filter((other) => other !== day))}
            />
            {word}
          </label>
        ))}
      </fieldset>
      <ErrorMessage error={set.error} />
    </Part>
  );
}

function Unusual({ plan, lead }: { plan: View; lead: boolean }) {
  const changed = useChanged();
  const [day, setDay] = useState("");
  const [open, setOpen] = useState("closed");
  const [each, setEach] = useState(String(plan.rules.minutesADay));
  const [remark, setRemark] = useState("");
  const set = useMutation({
    mutationFn: () =>
      answer(
        api.POST("/api/v1/plan/days", {
          params: once(),
          body: { day, minutes: open === "open" ? (number(each) ?? 0) : null, remark },
        }),
      ),
    onSuccess: (view) => {
      setDay("");
      setRemark("");
      changed(view);
    },
  });
  const usual = useMutation({
    mutationFn: (on: string) => answer(api.DELETE("/api/v1/plan/days/{day}", { params: { path: { day: on } } })),
    onSuccess: () => changed(),
  });
  function submit(event: SubmitEvent) {
    event.preventDefault();
    set.mutate();
  }
  return (
    <Part title="Days unlike their weekday">
      <ul>
        {plan.unusual.map((one) => (
          <li key={one.on} className="flex items-center justify-between gap-3">
            <span>
              <strong>{onDay(one.on)}</strong>: {one.minutes == null ? "closed" : `${one.minutes} min each`}
              {one.remark && `, ${one.remark}`}
            </span>
            {lead && (
              <Button kind="quiet" disabled={usual.isPending} onClick={() => usual.mutate(one.on)}>
                As usual
              </Button>
            )}
          </li>
        ))}
      </ul>
      {lead && (
        <form onSubmit={submit} aria-label="A day of its own" className="mt-2 flex flex-col gap-3">
          <div className="grid grid-cols-2 gap-3">
            <DateField label="Day" required value={day} onDay={setDay} />
            <Choice label="The bench is" value={open} onChange={(event) => setOpen(event.target.value)}>
              <option value="closed">closed</option>
              <option value="open">open</option>
            </Choice>
          </div>
          {open === "open" && (
            <Field
              label="Minutes of each technician"
              inputMode="numeric"
              required
              value={each}
              onChange={(event) => setEach(event.target.value)}
            />
          )}
          <Field label="Remark" value={remark} onChange={(event) => setRemark(event.target.value)} hint="for example the feast" />
          <ErrorMessage error={set.error ?? usual.error} />
          <Button type="submit" disabled={set.isPending}>
            Enter the day
          </Button>
        </form>
      )}
    </Part>
  );
}

const figures: { key: Exclude<keyof View["rules"], "benchDays">; label: string }[] = [
  { key: "minutesADay", label: "Bench minutes a day of each technician" },
  { key: "setUpMinutes", label: "Minutes to set up another gas" },
  { key: "mostAwayPercent", label: "Most of a crew at the bench at once, %" },
  { key: "earlyDays", label: "Days before the due day at the earliest" },
  { key: "noticeDays", label: "Days of notice to call one back" },
  { key: "keepFreePercent", label: "Of a day better kept free, %" },
];

function Rules({ plan, lead }: { plan: View; lead: boolean }) {
  const changed = useChanged();
  const [typed, setTyped] = useState<Record<string, string>>({});
  const set = useMutation({
    mutationFn: () => {
      const body = { ...plan.rules };
      for (const { key } of figures) {
        body[key] = typed[key] === undefined ? plan.rules[key] : (number(typed[key]) ?? -1);
      }
      return answer(api.POST("/api/v1/plan/rules", { params: once(), body }));
    },
    onSuccess: (view) => {
      setTyped({});
      changed(view);
    },
  });
  function submit(event: SubmitEvent) {
    event.preventDefault();
    set.mutate();
  }
  return (
    <Part title="Planning figures">
      <form onSubmit={submit} aria-label="Planning figures" className="mt-2 flex flex-col gap-3">
        {figures.map(({ key, label }) => (
          <Field
            key={key}
            label={label}
            inputMode="numeric"
            disabled={!lead}
            value={typed[key] ?? String(plan.rules[key])}
            onChange={(event) => setTyped({ ...typed, [key]: event.target.value })}
          />
        ))}
        <ErrorMessage error={set.error} />
        {lead && (
          <Button type="submit" disabled={set.isPending || Object.keys(typed).length === 0}>
            Plan by these
          </Button>
        )}
      </form>
    </Part>
  );
}
