import { useQuery } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { answer, api, asProblem, once } from "../../api/client";
import { useSession } from "../../api/session";
import { todayIn } from "../../app/dates";
import { Button } from "../../ui/Button";
import { DateField } from "../../ui/DateField";
import { Choice, Field } from "../../ui/Field";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { cylindersQuery } from "../gas/queries";
import { figureOf, notNumbers, SheetFigures, type Column, type Figures, type Sensor } from "./SheetFigures";
import { useStoreElsewhere } from "./useStoreElsewhere";

const columns: Column[] = [
  { name: "zero", head: "In clean air", box: (gas) => `${gas} in clean air` },
  { name: "gas", head: "On gas, before it was set", box: (gas) => `${gas} on gas` },
];

/** A job that was done on paper, typed in as history: one line per sensor, as on the sheet. */
export function PaperSheet({ serial, sensors }: { serial: string; sensors: Sensor[] }) {
  const session = useSession();
  const cylinders = useQuery(cylindersQuery);
  const [figures, setFigures] = useState<Figures>({});
  const [day, setDay] = useState(todayIn(session.zone));
  const [wrong, setWrong] = useState<Figures>({});
  const store = useStoreElsewhere((form) =>
    answer(
      api.POST("/api/v1/detectors/{serial}/paper-runs", {
        params: { path: { serial }, ...once() },
        body: {
          job: form.get("job") as "CALIBRATION" | "BUMP",
          on: form.get("on") as string,
          doneBy: form.get("doneBy") as string,
          cylinderId: form.get("cylinderId") as string,
          sensors: sensors.map(({ slot }) => ({ slot, zero: figureOf(figures, slot, "zero"), onGas: figureOf(figures, slot, "gas") })),
        },
      }),
    ),
  );
  if (!cylinders.data) {
    return <Loading what="the sheet" />;
  }

  function submit(event: SubmitEvent<HTMLFormElement>) {
    event.preventDefault();
    const found = notNumbers(figures);
    setWrong(found);
    if (Object.keys(found).length === 0) {
      store.mutate(new FormData(event.currentTarget));
    }
  }
  const problem = store.error ? asProblem(store.error) : null;
  const on = (field: string) => (problem?.field === field ? problem.message : undefined);

  return (
    <form onSubmit={submit} className="flex flex-col gap-4">
      <p className="text-soft">It is judged by today’s card and site rules and marked as typed from paper.</p>
      <div className="grid gap-4 sm:grid-cols-2">
        <Choice label="Job" name="job">
          <option value="CALIBRATION">calibration</option>
          <option value="BUMP">bump</option>
        </Choice>
        <DateField label="Done on" name="on" required max={todayIn(session.zone)} value={day} onDay={setDay} error={on("on")} />
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
      <SheetFigures sensors={sensors} columns={columns} figures={figures} wrong={wrong} onType={setFigures} />
      <ErrorMessage error={problem && !["on", "doneBy", "cylinder"].includes(problem.field) ? problem : null} />
      <div className="flex gap-3">
        <Button kind="act" type="submit" disabled={store.isPending}>
          Save record
        </Button>
      </div>
    </form>
  );
}
