import { fresh, text, type Tree } from "./card";
import type { FieldSpec } from "./fieldSpecs";

const note: FieldSpec = { type: "text", key: "note", label: "Note for the operator of this instrument", long: true };
const accept: FieldSpec = { type: "accept", key: "accept", label: "When the reading is taken" };
const seconds = (key: string, label: string): FieldSpec => ({ type: "number", key, label, unit: "s" });

/** A kind of step: its name, what it begins with, and what can be said of it. */
export interface StepKind {
  kind: string;
  name: string;
  begins: Tree;
  fields: FieldSpec[];
}

const onStability = (leastSeconds: number, limitSeconds: number): Tree => ({
  rule: "on-stability",
  leastSeconds,
  limitSeconds,
  stableSeconds: 0,
  averageSeconds: 0,
});

export const stepKinds: StepKind[] = [
  {
    kind: "checks",
    name: "Before gas",
    begins: { items: ["Serial on the detector is the one above"], note: "" },
    fields: [{ type: "lines", key: "items", label: "Checks, one a line" }, note],
  },
  {
    kind: "confirm",
    name: "One hand action",
    begins: { title: "", sentence: "", note: "" },
    fields: [{ type: "text", key: "title", label: "Title" }, { type: "text", key: "sentence", label: "What to do", long: true }, note],
  },
  {
    kind: "measure",
    name: "Something to read off",
    begins: { quantity: "AMBIENT_TEMPERATURE", least: 5, most: 35, wayOut: "", note: "" },
    fields: [
      { type: "choice", key: "quantity", label: "What", from: "quantities" },
      { type: "number", key: "least", label: "At least" },
      { type: "number", key: "most", label: "At most" },
      { type: "text", key: "wayOut", label: "What to do outside that range", long: true },
      note,
    ],
  },
  {
    kind: "ask",
    name: "A question",
    begins: { title: "", question: "", goOn: true, wayOut: "", note: "" },
    fields: [
      { type: "text", key: "title", label: "Title" },
      { type: "yes", key: "goOn", label: "It goes on at yes" },
      { type: "text", key: "question", label: "The question", long: true },
      { type: "text", key: "wayOut", label: "What to do at the other answer", long: true },
      note,
    ],
  },
  {
    kind: "block-test",
    name: "Block test",
    begins: { seconds: 15, remedies: ["Seat the inlet filter", "Fit a new inlet filter"], note: "" },
    fields: [seconds("seconds", "The pump alarms within"), { type: "lines", key: "remedies", label: "What to try, one a line" }, note],
  },
  { kind: "warm-up", name: "Warm-up", begins: { seconds: 60, note: "" }, fields: [seconds("seconds", "Takes"), note] },
  {
    kind: "zero",
    name: "Zero",
    begins: { slots: [], air: "AMBIENT", accept: onStability(20, 120), onRemainder: false, note: "" },
    fields: [
      { type: "slots", key: "slots", label: "Sensors" },
      { type: "choice", key: "air", label: "Air", from: "zeroAir" },
      { type: "yes", key: "onRemainder", label: "Only what kept a small remainder at the clear-down before" },
      accept,
      note,
    ],
  },
  {
    kind: "blank",
    name: "Air blank",
    begins: { slots: [], accept: onStability(15, 90), note: "" },
    fields: [{ type: "slots", key: "slots", label: "Sensors" }, accept, note],
  },
  {
    kind: "apply-gas",
    name: "Gas",
    begins: { targets: [], accept: onStability(30, 150), noResponseSeconds: 60, mayBeLeftOut: false, exposureLimitSeconds: 0, note: "" },
    fields: [
      { type: "targets", key: "targets", label: "Sensors that meet the gas" },
      accept,
      seconds("noResponseSeconds", "Not moved by then: no response"),
      { type: "yes", key: "mayBeLeftOut", label: "The technician may leave it out" },
      seconds("exposureLimitSeconds", "Gas on at most; 0 for twice the deadline"),
      note,
    ],
  },
  { kind: "confirm-alarms", name: "Alarms", begins: { note: "" }, fields: [note] },
  { kind: "save-on-instrument", name: "Save on the instrument", begins: { note: "" }, fields: [note] },
  {
    kind: "clear-down",
    name: "Clear down",
    begins: { limitSeconds: 240, remainder: null, note: "" },
    fields: [seconds("limitSeconds", "Back at clean air within"), { type: "remainder", key: "remainder", label: "What may be left" }, note],
  },
];

/** Kinds that need no gas: what maintenance is made of. */
export const maintenanceStepKinds = stepKinds.filter((known) => ["checks", "confirm", "measure", "ask", "warm-up"].includes(known.kind));

export function kindOf(step: Tree): StepKind {
  return (
    stepKinds.find((known) => known.kind === step.kind) ?? { kind: text(step.kind), name: text(step.kind), begins: {}, fields: [note] }
  );
}

export function begun(kind: StepKind): Tree {
  return fresh({ kind: kind.kind, ...kind.begins });
}
