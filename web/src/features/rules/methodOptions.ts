import type { Schemas } from "../../api/client";

export type Policy = Schemas["SitePolicy"];

interface Option {
  value: string;
  word: string;
}

/** What the rules are about, in the order of the page. */
export const parts = [
  "How work is done",
  "How it is judged",
  "Calibration interval",
  "Who signs",
  "Gas and parts",
  "What is read",
] as const;

export type Part = (typeof parts)[number];

/** A question that practitioners answer differently, with the places of the answer in the policy. */
export interface Question {
  name: string;
  part: Part;
  question: string;
  options: Option[];
  read: (policy: Policy) => string;
  write: (policy: Policy, value: string) => Policy;
}

type OptionName = "adjust" | "combustible" | "threading" | "zeroAir" | "accept" | "reference" | "inDoubt";

function school(part: Part, name: OptionName, question: string, options: Option[]): Question {
  return {
    name,
    part,
    question,
    options,
    read: (policy) => policy.schools[name],
    write: (policy, value) => ({ ...policy, schools: { ...policy.schools, [name]: value } }),
  };
}

function yesNo(part: Part, name: "asFoundFirst" | "guardBand" | "skipped", question: string, yes: string, no: string): Question {
  return {
    name,
    part,
    question,
    options: [
      { value: "true", word: yes },
      { value: "false", word: no },
    ],
    read: (policy) => String(policy.schools[name]),
    write: (policy, value) => ({ ...policy, schools: { ...policy.schools, [name]: value === "true" } }),
  };
}

export const questions: Question[] = [
  school("How work is done", "adjust", "When is a sensor adjusted?", [
    { value: "CALENDAR", word: "each time" },
    { value: "CHECK_FIRST", word: "only when its check fails" },
  ]),
  yesNo("How work is done", "asFoundFirst", "Read gas before anything is adjusted?", "as-found first", "straight to zero and span"),
  school("How work is done", "inDoubt", "What if room air is in the gas, or a sensor changed at once?", [
    { value: "STOP", word: "stop before it is saved" },
    { value: "WARN", word: "warn, and go on" },
  ]),
  school("How work is done", "combustible", "Which gas sets combustible sensors?", [
    { value: "AS_CARD", word: "as the card says" },
    { value: "METHANE", word: "methane, read as methane" },
    { value: "VAPOUR", word: "the vapour itself" },
  ]),
  school("How work is done", "threading", "How does a regulator go on?", [
    { value: "BY_TYPE", word: "by its type" },
    { value: "VALVE_OPEN", word: "valve open" },
    { value: "VALVE_SHUT", word: "valve shut" },
  ]),
  school("How work is done", "zeroAir", "Where does zero air come from?", [
    { value: "AS_CARD", word: "as the card says" },
    { value: "AMBIENT", word: "fresh air" },
    { value: "CYLINDER", word: "a cylinder" },
  ]),
  school("How work is done", "accept", "When is a reading taken?", [
    { value: "AS_CARD", word: "as the card says" },
    { value: "ON_STABILITY", word: "when it is stable" },
    { value: "STABLE_OR_DEADLINE", word: "stable, or at the deadline" },
    { value: "COUNTDOWN", word: "at the end of a countdown" },
  ]),
  {
    name: "tolerance",
    part: "How it is judged",
    question: "How far may a check be off?",
    options: [5, 10, 15, 20].map((percent) => ({ value: String(percent), word: `±${percent} %` })),
    read: (policy) => String(policy.tolerancePercent),
    write: (policy, value) => ({ ...policy, tolerancePercent: Number(value) }),
  },
  yesNo("How it is judged", "guardBand", "Guard band: reduce the tolerance by the uncertainty?", "guard band", "no guard band"),
  {
    name: "grading",
    part: "How it is judged",
    question: "How is a span response graded?",
    options: [
      { value: "THREE_GRADES", word: "pass above 70, marginal from 50" },
      { value: "TWO_GRADES", word: "pass from 50" },
      { value: "WINDOW", word: "taken inside a window" },
    ],
    read: (policy) => policy.schools.grading.school,
    write: (policy, value) => ({
      ...policy,
      schools: {
        ...policy.schools,
        grading: { ...policy.schools.grading, school: value as Policy["schools"]["grading"]["school"] },
      },
    }),
  },
  school("How it is judged", "reference", "Which side of the certificate counts?", [
    { value: "NOMINAL", word: "as printed" },
    { value: "CAUTIOUS", word: "the cautious bound" },
  ]),
  {
    name: "tries",
    part: "How work is done",
    question: "How many tries, where the card does not say?",
    options: [1, 2, 3].map((tries) => ({ value: String(tries), word: String(tries) })),
    read: (policy) => String(policy.schools.tries),
    write: (policy, value) => ({ ...policy, schools: { ...policy.schools, tries: Number(value) } }),
  },
  {
    name: "proof",
    part: "Who signs",
    question: "When does signing ask for a PIN or password?",
    options: [
      { value: "RECENT", word: "when the last is 15 minutes old" },
      { value: "EACH", word: "each time" },
      { value: "SESSION", word: "never: whoever is signed in" },
    ],
    read: (policy) => policy.signing.proof,
    write: (policy, value) => ({ ...policy, signing: { ...policy.signing, proof: value as Policy["signing"]["proof"] } }),
  },
  {
    name: "countersigned",
    part: "Who signs",
    question: "May somebody whose competence has ended adjust?",
    options: [
      { value: "true", word: "under a lead’s countersignature" },
      { value: "false", word: "no" },
    ],
    read: (policy) => String(policy.signing.countersigned),
    write: (policy, value) => ({ ...policy, signing: { ...policy.signing, countersigned: value === "true" } }),
  },
  unit("pressure", "What do the gauges of cylinders show?", [
    { value: "BAR", word: "bar" },
    { value: "PSI", word: "psi" },
    { value: "KILOPASCAL", word: "kPa" },
  ]),
  unit("temperature", "What do thermometers show?", [
    { value: "CELSIUS", word: "°C" },
    { value: "FAHRENHEIT", word: "°F" },
  ]),
  unit("dates", "How are days written?", [
    { value: "DAY_FIRST", word: "26 Mar 2026" },
    { value: "MONTH_FIRST", word: "Mar 26, 2026" },
    { value: "YEAR_FIRST", word: "2026-03-26" },
  ]),
  yesNo("How work is done", "skipped", "May a detector go out with a skipped sensor?", "disabled and labelled", "no"),
];

function unit<Name extends keyof Policy["units"]>(
  name: Name,
  question: string,
  options: { value: Policy["units"][Name]; word: string }[],
): Question {
  return {
    name,
    part: "What is read",
    question,
    options,
    read: (policy) => policy.units[name],
    write: (policy, value) => ({ ...policy, units: { ...policy.units, [name]: value } }),
  };
}

/** On which weekday of the following month monthly work falls due; empty: a month after the last. */
export const dueDay = {
  name: "dueDay",
  question: "When does monthly work fall due?",
  read: (policy: Policy) => (policy.schools.dueDay ? `${policy.schools.dueDay.nth} ${policy.schools.dueDay.weekday}` : ""),
  write: (policy: Policy, day: Policy["schools"]["dueDay"]): Policy => ({ ...policy, schools: { ...policy.schools, dueDay: day } }),
};

/** A sentence of the site's own. */
export interface SiteText {
  name: keyof Policy["cautions"];
  question: string;
}

export const cautions: SiteText[] = [
  { name: "ventilate", question: "Before gas is turned on" },
  { name: "noAlarm", question: "While an instrument sets itself" },
  { name: "notBesideGas", question: "Before a zero" },
];
