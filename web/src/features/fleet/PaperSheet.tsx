import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { getRouteApi, useNavigate } from "@tanstack/react-router";
import { useState, type SubmitEvent } from "react";
import { answer, api, asProblem, once } from "../../api/client";
import { useSession } from "../../api/session";
import { todayIn } from "../../app/dates";
import { Button } from "../../ui/Button";
import { Choice, Field } from "../../ui/Field";
import { Formula } from "../../ui/Formula";
import { number } from "../../ui/number";
import { Loading, Told } from "../../ui/Told";
import { cylindersQuery } from "../gas/queries";
import { detectorQuery, modelsQuery } from "./queries";

const route = getRouteApi("/shell/detectors/$serial/paper");

/** A job that was done on paper, typed in as history: one line per sensor, as on the sheet. */
export function PaperSheet() {
  const { serial } = route.useParams();
  const session = useSession();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const detector = useQuery(detectorQuery(serial));
  const models = useQuery(modelsQuery);
  const cylinders = useQuery(cylindersQuery);
  const [figures, setFigures] = useState<Record<string, string>>({});
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const store = useMutation({
    mutationFn: (form: FormData) =>
      answer(
        api.POST("/api/v1/detectors/{serial}/paper-runs", {
          params: { path: { serial }, ...once() },
          body: {
            job: form.get("job") as "CALIBRATION" | "BUMP",
            on: form.get("on") as string,
            doneBy: form.get("doneBy") as string,
            cylinderId: form.get("cylinderId") as string,
            sensors: (detector.data?.sensors ?? []).map((sensor) => ({
              slot: sensor.slot,
              zero: number(figures[`${sensor.slot} zero`] ?? ""),
              onGas: number(figures[`${sensor.slot} gas`] ?? ""),
            })),
          },
        }),
      ),
    onSuccess: ({ runId }) => {
      void queries.invalidateQueries();
      void navigate({ to: "/records/$runId", params: { runId } });
    },
  });
  if (!detector.data || !cylinders.data || !models.data) {
    return <Loading what="the sheet" />;
  }
  const slots = models.data.find((m) => m.model === detector.data.detector.model)?.slots ?? [];

  function submit(event: SubmitEvent<HTMLFormElement>) {
    event.preventDefault();
    const found = Object.fromEntries(
      Object.entries(figures)
        .filter(([, text]) => text.trim() !== "" && number(text) === null)
        .map(([name]) => [name, "no number"]),
    );
    setWrong(found);
    if (Object.keys(found).length === 0) {
      store.mutate(new FormData(event.currentTarget));
    }
  }
  const problem = store.error ? asProblem(store.error) : null;
  const on = (field: string) => (problem?.field === field ? problem.message : undefined);

  return (
    <form onSubmit={submit} className="mx-auto flex w-full max-w-3xl flex-col gap-4 px-4 py-4">
      <div>
        <h1 className="text-3xl font-bold">Job from paper: {serial}</h1>
        <p className="text-soft">
          {detector.data.detector.model}. It is judged by today’s card and house rules, every figure as declared, and marked as typed in
          from paper.
        </p>
      </div>
      <div className="grid gap-4 sm:grid-cols-2">
        <Choice label="Job" name="job">
          <option value="CALIBRATION">calibration</option>
          <option value="BUMP">bump</option>
        </Choice>
        <Field
          label="Done on"
          name="on"
          type="date"
          required
          max={todayIn(session.zone)}
          defaultValue={todayIn(session.zone)}
          error={on("on")}
        />
        <Field label="Done by" name="doneBy" required autoComplete="off" hint="as the sheet says" error={on("doneBy")} />
        <Choice label="Cylinder on the sheet" name="cylinderId" required defaultValue="" error={on("cylinder")}>
          <option value="" disabled>
            Which one
          </option>
          {cylinders.data.map((cylinder) => (
            <option key={cylinder.id} value={cylinder.id}>
              {cylinder.tag}, {cylinder.components.map((c) => `${c.formula} ${c.amount}`).join(", ")}
            </option>
          ))}
        </Choice>
      </div>
      <table className="w-full text-left">
        <thead className="border-b border-line text-sm text-soft">
          <tr>
            <th className="font-normal">Sensor</th>
            <th className="font-normal">In clean air</th>
            <th className="font-normal">On gas, before it was set</th>
            <th className="font-normal" />
          </tr>
        </thead>
        <tbody>
          {detector.data.sensors.map((sensor) => (
            <tr key={sensor.slot} className="border-b border-line">
              <td className="py-2 pr-3 text-xl font-bold">
                <Formula text={sensor.formula} />
              </td>
              {(["zero", "gas"] as const).map((kind) => {
                const name = `${sensor.slot} ${kind}`;
                return (
                  <td key={kind} className="py-2 pr-3">
                    <input
                      aria-label={`${sensor.gas} ${kind === "zero" ? "in clean air" : "on gas"}`}
                      inputMode="decimal"
                      autoComplete="off"
                      value={figures[name] ?? ""}
                      aria-invalid={wrong[name] ? true : undefined}
                      onChange={(event) => setFigures({ ...figures, [name]: event.target.value })}
                      className="min-h-12 w-full min-w-0 border border-ink bg-sheet px-3 text-2xl aria-invalid:border-2 aria-invalid:border-fail"
                    />
                    {wrong[name] && (
                      <span role="alert" className="font-semibold text-fail">
                        {wrong[name]}
                      </span>
                    )}
                  </td>
                );
              })}
              <td className="text-soft">{slots.find((slot) => slot.slot === sensor.slot)?.unit}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <Told error={problem && !["on", "doneBy", "cylinder"].includes(problem.field) ? problem : null} />
      <div className="flex gap-3">
        <Button kind="act" type="submit" disabled={store.isPending}>
          Store as history
        </Button>
      </div>
    </form>
  );
}
