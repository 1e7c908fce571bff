import { Choice, Field, LongField } from "../../ui/Field";
import { AcceptFields } from "./AcceptFields";
import { at, list, named, text, tree, type Json } from "./card";
import { asFigure } from "./FieldGroup";
import type { FieldSpec } from "./fieldSpecs";
import type { Place } from "./place";
import { IntakeFields, IntervalFields, LineFields, PrescribedFields, TriesFields } from "./WholeFields";
import { RemainderFields, SlotBoxes, TargetRows } from "./SensorChoice";

export function Fields({ fields, place }: { fields: FieldSpec[]; place: Place }) {
  return (
    <div className="grid gap-x-4 gap-y-3 sm:grid-cols-2 xl:grid-cols-3">
      {fields.map((spec) => (
        <OneField key={spec.key} spec={spec} place={place} />
      ))}
    </div>
  );
}

function OneField({ spec, place }: { spec: FieldSpec; place: Place }) {
  const path = [...place.base, spec.key];
  const value = at(place.card, path);
  const put = (changed: Json) => place.onPut(path, changed);
  const error = place.problem?.field === named(path) ? `${place.problem.reason} ${place.problem.wayOut}` : undefined;
  const wide = "sm:col-span-2 xl:col-span-3";
  switch (spec.type) {
    case "number":
      return (
        <Field
          label={spec.unit ? `${spec.label} (${spec.unit})` : spec.label}
          inputMode="decimal"
          placeholder={spec.optional ? "none" : undefined}
          value={text(value)}
          error={error}
          className="justify-end"
          onChange={(event) => put(asFigure(event.target.value))}
        />
      );
    case "text":
      return spec.long ? (
        <LongField
          label={spec.label}
          rows={2}
          value={text(value)}
          error={error}
          className={wide}
          onChange={(event) => put(event.target.value)}
        />
      ) : (
        <Field label={spec.label} value={text(value)} error={error} className="justify-end" onChange={(event) => put(event.target.value)} />
      );
    case "lines":
      return (
        <LongField
          label={spec.label}
          rows={Math.max(2, list(value).length)}
          value={list(value).map(text).join("\n")}
          error={error}
          className={wide}
          onChange={(event) => put(event.target.value === "" ? [] : event.target.value.split("\n"))}
        />
      );
    case "yes":
      return (
        <label className="flex min-h-11 items-center gap-2 self-end">
          <input type="checkbox" className="size-5 accent-act" checked={value === true} onChange={(event) => put(event.target.checked)} />
          {spec.label}
        </label>
      );
    case "choice":
      return (
        <Choice
          label={spec.label}
          value={text(value)}
          error={error}
          hint={spec.hint}
          className="justify-end"
          onChange={(event) => put(event.target.value === "" ? null : event.target.value)}
        >
          {spec.optional !== undefined && <option value="">{spec.optional}</option>}
          {place.choices[spec.from].map((choice) => (
            <option key={choice.value} value={choice.value}>
              {choice.word}
              {choice.symbol && `, ${choice.symbol}`}
            </option>
          ))}
        </Choice>
      );
    case "slots":
      return <SlotBoxes label={spec.label} place={place} path={path} />;
    case "targets":
      return <TargetRows label={spec.label} place={place} path={path} />;
    case "remainder":
      return <RemainderFields label={spec.label} place={place} path={path} />;
    case "accept":
      return <AcceptFields label={spec.label} value={tree(value)} error={error} onPut={put} />;
    case "interval":
      return <IntervalFields label={spec.label} value={tree(value)} examples={place.dueExamples} onPut={put} />;
    case "prescribed":
      return <PrescribedFields label={spec.label} value={tree(value)} onPut={put} />;
    case "tries":
      return <TriesFields label={spec.label} value={value ?? null} onPut={put} />;
    case "intake":
      return <IntakeFields label={spec.label} value={tree(value)} onPut={put} />;
    case "line":
      return <LineFields label={spec.label} value={value ?? null} onPut={put} />;
  }
}
