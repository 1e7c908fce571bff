import { useState, type SubmitEvent } from "react";
import { answer, api, asProblem, once } from "../../api/client";
import { useSession } from "../../api/session";
import { todayIn } from "../../app/dates";
import { Button } from "../../ui/Button";
import { DateField } from "../../ui/DateField";
import { Field } from "../../ui/Field";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { figureOf, notNumbers, SheetFigures, type Column, type Figures, type Sensor } from "./SheetFigures";
import { useStoreElsewhere } from "./useStoreElsewhere";

const columns: Column[] = [
  { name: "zero", head: "In clean air", box: (gas) => `${gas} in clean air` },
  { name: "applied", head: "Gas that was applied", box: (gas) => `${gas} that was applied` },
  { name: "reading", head: "Reading on it, as left", box: (gas) => `${gas} as left` },
];

/** The certificate of an outside laboratory, typed in: one line per sensor that it names. */
export function LaboratorySheet({ serial, sensors }: { serial: string; sensors: Sensor[] }) {
  const session = useSession();
  const [figures, setFigures] = useState<Figures>({});
  const [day, setDay] = useState(todayIn(session.zone));
  const [statedDue, setStatedDue] = useState("");
  const [wrong, setWrong] = useState<Figures>({});
  const named = sensors.filter(({ slot }) => columns.some((c) => (figures[`${slot} ${c.name}`] ?? "").trim() !== ""));
  const store = useStoreElsewhere((form) =>
    answer(
      api.POST("/api/v1/detectors/{serial}/laboratory-runs", {
        params: { path: { serial }, ...once() },
        body: {
          laboratory: form.get("laboratory") as string,
          certificate: form.get("certificate") as string,
          on: form.get("on") as string,
          statedDue: (form.get("statedDue") as string) || null,
          sensors: named.map(({ slot }) => ({
            slot,
            zero: figureOf(figures, slot, "zero"),
            applied: figureOf(figures, slot, "applied") ?? 0,
            reading: figureOf(figures, slot, "reading") ?? 0,
          })),
        },
      }),
    ),
  );

  function submit(event: SubmitEvent<HTMLFormElement>) {
    event.preventDefault();
    const missing = named.flatMap(({ slot }) =>
      ["applied", "reading"].filter((c) => !(figures[`${slot} ${c}`] ?? "").trim()).map((c) => [`${slot} ${c}`, "missing"]),
    );
    const found = { ...notNumbers(figures), ...(Object.fromEntries(missing) as Figures) };
    setWrong(found);
    if (Object.keys(found).length === 0) {
      store.mutate(new FormData(event.currentTarget));
    }
  }
  const problem = store.error ? asProblem(store.error) : null;
  const on = (field: string) => (problem?.field === field ? problem.message : undefined);

  return (
    <form onSubmit={submit} className="flex flex-col gap-4">
      <p className="text-soft">
        What the sensors were left at is held to the tolerance of this site. A sensor that the certificate does not name stays empty.
      </p>
      <div className="grid gap-4 sm:grid-cols-2">
        <Field label="Laboratory" name="laboratory" required autoComplete="off" error={on("laboratory")} />
        <Field label="Number of the certificate" name="certificate" required autoComplete="off" error={on("certificate")} />
        <DateField label="Calibrated on" name="on" required max={todayIn(session.zone)} value={day} onDay={setDay} error={on("on")} />
        <DateField
          label="Next calibration, if it states one"
          name="statedDue"
          value={statedDue}
          onDay={setStatedDue}
          hint="counts where it comes before the interval here"
          error={on("statedDue")}
        />
      </div>
      <SheetFigures sensors={sensors} columns={columns} figures={figures} wrong={wrong} onType={setFigures} />
      <ErrorMessage error={problem && !["on", "laboratory", "certificate", "statedDue"].includes(problem.field) ? problem : null} />
      <div className="flex gap-3">
        <Button kind="act" type="submit" disabled={store.isPending}>
          Store as calibrated
        </Button>
      </div>
    </form>
  );
}
