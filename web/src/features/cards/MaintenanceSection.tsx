import type { Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { Choice, Field } from "../../ui/Field";
import { asFigure } from "./FieldGroup";
import { at, list, named, text, tree, type Json, type Path, type Tree } from "./card";
import { Fields } from "./Fields";
import { Part } from "./Part";
import type { Place } from "./place";
import { kindOf, maintenanceStepKinds } from "./stepKinds";

/** How the model is maintained between calibrations: one procedure for each kind of work, with the parts that it takes. */
export function MaintenanceSection({
  place,
  words,
  open,
  onToggle,
  fault,
}: {
  place: Place;
  words: Record<string, Schemas["Section"]>;
  open: string;
  onToggle: (id: string) => void;
  fault: (path: string, id: string) => string | undefined;
}) {
  const { card, choices, onPut } = place;
  const procedures = list(card.maintenance).map(tree);
  const put = (changed: Json[]) => onPut(["maintenance"], changed);
  const free = choices.maintenance.filter((kind) => procedures.every((known) => known.kind !== kind.value));
  return (
    <section aria-label="Maintenance" className="mb-6">
      <h2 className="mb-1 text-xl font-bold">Maintenance</h2>
      {place.problem?.field === "maintenance" && <p className="font-semibold text-fail">{place.problem.reason}</p>}
      <ul className="border-t border-line">
        {procedures.map((procedure, i) => {
          const path: Path = ["maintenance", i];
          const id = named(path);
          return (
            <Part
              key={text(procedure.kind)}
              title={choices.maintenance.find((kind) => kind.value === procedure.kind)?.word ?? text(procedure.kind)}
              lines={words[id]?.lines ?? []}
              problem={fault(id, id)}
              open={open === id}
              onToggle={() => onToggle(id)}
            >
              <MaintenanceSteps place={{ ...place, base: [...path, "steps"] }} />
              <PartsUsed parts={list(procedure.parts).map(tree)} onPut={(parts) => onPut([...path, "parts"], parts)} />
              <Button
                kind="grave"
                className="mt-4"
                onClick={() => {
                  onToggle(id);
                  put(procedures.filter((_, other) => other !== i));
                }}
              >
                Remove the procedure
              </Button>
            </Part>
          );
        })}
      </ul>
      {free.length > 0 && (
        <Choice
          label="Add a procedure"
          className="mt-2 max-w-80"
          value=""
          onChange={(event) => {
            if (event.target.value !== "") {
              const step: Tree = { kind: "confirm", title: "Work", sentence: "Do the work.", note: "" };
              put([...procedures, { kind: event.target.value, steps: [step], parts: [] }]);
              onToggle(named(["maintenance", procedures.length]));
            }
          }}
        >
          <option value="">choose the work</option>
          {free.map((kind) => (
            <option key={kind.value} value={kind.value}>
              {kind.word}
            </option>
          ))}
        </Choice>
      )}
    </section>
  );
}

/** The steps of one procedure, in order. */
function MaintenanceSteps({ place }: { place: Place }) {
  const steps = list(at(place.card, place.base)).map(tree);
  const put = (changed: Tree[]) => place.onPut(place.base, changed);
  const swap = (i: number, other: number) =>
    put(steps.map((step, at) => (at === i ? (steps[other] ?? step) : at === other ? (steps[i] ?? step) : step)));
  return (
    <ol>
      {steps.map((step, i) => (
        <li key={i} aria-label={`Step ${i + 1}`} className="mb-4 border-l-2 border-line pl-3">
          <p className="mb-1 font-semibold">
            {i + 1}. {kindOf(step).name}
          </p>
          <Fields fields={kindOf(step).fields} place={{ ...place, base: [...place.base, i] }} />
          <div className="mt-2 flex flex-wrap gap-2">
            <Button disabled={i === 0} onClick={() => swap(i, i - 1)}>
              Earlier
            </Button>
            <Button disabled={i === steps.length - 1} onClick={() => swap(i, i + 1)}>
              Later
            </Button>
            <Button kind="grave" disabled={steps.length === 1} onClick={() => put(steps.filter((_, other) => other !== i))}>
              Remove the step
            </Button>
          </div>
        </li>
      ))}
      <li>
        <Choice
          label="Add a step"
          className="max-w-80"
          value=""
          onChange={(event) => {
            const kind = maintenanceStepKinds.find((known) => known.kind === event.target.value);
            if (kind) {
              put([...steps, { kind: kind.kind, ...kind.begins }]);
            }
          }}
        >
          <option value="">choose its kind</option>
          {maintenanceStepKinds.map((kind) => (
            <option key={kind.kind} value={kind.kind}>
              {kind.name}
            </option>
          ))}
        </Choice>
      </li>
    </ol>
  );
}

/** What the work uses up, counted off the stock at its end. */
function PartsUsed({ parts, onPut }: { parts: Tree[]; onPut: (parts: Tree[]) => void }) {
  const change = (i: number, more: Tree) => onPut(parts.map((part, other) => (other === i ? { ...part, ...more } : part)));
  return (
    <fieldset className="mt-3">
      <legend className="font-semibold">Parts used</legend>
      {parts.map((part, i) => (
        <div key={i} className="mb-2 flex flex-wrap items-end gap-3">
          <Field label="Part" value={text(part.name)} onChange={(event) => change(i, { name: event.target.value })} />
          <Field
            label="Count"
            inputMode="numeric"
            className="w-24"
            value={text(part.count)}
            onChange={(event) => change(i, { count: asFigure(event.target.value) })}
          />
          <Button onClick={() => onPut(parts.filter((_, other) => other !== i))}>Remove</Button>
        </div>
      ))}
      <Button onClick={() => onPut([...parts, { name: "", count: 1 }])}>Add a part</Button>
    </fieldset>
  );
}
