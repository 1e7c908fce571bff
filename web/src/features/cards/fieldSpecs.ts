import type { Schemas } from "../../api/client";

export type Choices = Schemas["CardChoices"];

/** What can be said in one field of a card. */
export type FieldSpec = { key: string; label: string; hint?: string } & (
  | { type: "number"; unit?: string; optional?: boolean }
  | { type: "text"; long?: boolean }
  | { type: "lines" | "yes" | "slots" | "targets" | "accept" | "remainder" | "prescribed" | "interval" | "tries" | "intake" | "line" }
  | { type: "choice"; from: keyof Choices; optional?: string }
);

export const sensorFields: FieldSpec[] = [
  { type: "choice", key: "gasId", label: "Gas", from: "gases" },
  { type: "choice", key: "technology", label: "Technology", from: "technologies" },
  { type: "choice", key: "unit", label: "Unit", from: "units" },
  { type: "number", key: "rangeMax", label: "End of range" },
  { type: "number", key: "resolution", label: "One step of the display" },
  { type: "number", key: "t90Seconds", label: "t90", unit: "s" },
  { type: "number", key: "spanSetPoint", label: "Span set point" },
  {
    type: "choice",
    key: "reads",
    label: "Shows, while it is calibrated, the",
    from: "reads",
    hint: "Raw: the span is graded by what it shows. Displayed: by what it shows and all spans before.",
  },
  {
    type: "choice",
    key: "simulantFor",
    label: "Read as another vapour",
    from: "gases",
    optional: "no, as itself",
    hint: "Set with methane; the line above says how much methane its set point needs.",
  },
  { type: "yes", key: "partialPressure", label: "Feels partial pressure" },
  { type: "number", key: "bumpDays", label: "A bump is valid for, if not as in the site rules", unit: "days", optional: true },
];

export const alarmFields: FieldSpec[] = [
  { type: "number", key: "low", label: "Low alarm", optional: true },
  { type: "number", key: "high", label: "High alarm", optional: true },
  { type: "number", key: "stel", label: "STEL alarm", optional: true },
  { type: "number", key: "twa", label: "TWA alarm", optional: true },
];

export const detectorFields: FieldSpec[] = [
  { type: "choice", key: "lelBasis", label: "Lower explosive limits", from: "bases" },
  { type: "number", key: "flowLitresPerMinute", label: "Flow of its usual rig", unit: "L/min" },
  { type: "number", key: "litresPerRun", label: "Gas kept ready for a calibration", unit: "L" },
  { type: "number", key: "litresPerBump", label: "Gas kept ready for a bump", unit: "L" },
  { type: "number", key: "bumpLevelPercent", label: "A bump covers at least", unit: "% of the way" },
  { type: "number", key: "tolerancePercent", label: "Tolerance of a check", unit: "%", optional: true },
  { type: "number", key: "exposureSecondsPerDay", label: "Most time on gas in 24 h, 0 for no limit", unit: "s" },
  { type: "text", key: "competence", label: "Only with competence" },
  { type: "intake", key: "intake", label: "How it takes its sample in" },
  { type: "line", key: "sampleLine", label: "Sample line" },
  { type: "interval", key: "interval", label: "How long a good calibration lasts" },
  { type: "tries", key: "tries", label: "Tries of a span" },
  { type: "prescribed", key: "prescribed", label: "Prescribed by the maker, whatever the site rules say" },
  { type: "tries", key: "zeroTries", label: "Tries of a zero" },
];
