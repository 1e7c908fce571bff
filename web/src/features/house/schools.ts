import type { Schemas } from "../../api/client";

export type Policy = Schemas["HousePolicy"];

interface Option {
  value: string;
  word: string;
}

/** A question that practitioners answer differently, with the places of the answer in the policy. */
export interface Question {
  name: string;
  question: string;
  options: Option[];
  read: (policy: Policy) => string;
  write: (policy: Policy, value: string) => Policy;
}

type SchoolName = "adjust" | "combustible" | "threading" | "zeroAir" | "accept" | "reference";

function school(name: SchoolName, question: string, options: Option[]): Question {
  return {
    name,
    question,
    options,
    read: (policy) => policy.schools[name],
    write: (policy, value) => ({ ...policy, schools: { ...policy.schools, [name]: value } }),
  };
}

function yesNo(name: "asFoundFirst" | "guardBand" | "skipped", question: string, yes: string, no: string): Question {
  return {
    name,
    question,
    options: [
      { value: "true", word: yes },
      { value: "false", word: no },
    ],
    read: (policy) => String(policy.schools[name]),
    write: (policy, value) => ({ ...policy, schools: { ...policy.schools, [name]: value === "true" } }),
  };
}

const gradings: Record<string, Policy["schools"]["grading"]> = {
  THREE_GRADES: { school: "THREE_GRADES", windowLow: 25, windowHigh: 200 },
  TWO_GRADES: { school: "TWO_GRADES", windowLow: 25, windowHigh: 200 },
  WINDOW: { school: "WINDOW", windowLow: 25, windowHigh: 200 },
};

const dueDays: Record<string, Policy["schools"]["dueDay"]> = {
  NONE: null,
  "5 THURSDAY": { nth: 5, weekday: "THURSDAY" },
  "1 MONDAY": { nth: 1, weekday: "MONDAY" },
  "2 WEDNESDAY": { nth: 2, weekday: "WEDNESDAY" },
};

export const questions: Question[] = [
  school("adjust", "When is a sensor adjusted?", [
    { value: "CALENDAR", word: "each time" },
    { value: "CHECK_FIRST", word: "only when its check fails" },
  ]),
  yesNo("asFoundFirst", "Read gas before anything is adjusted?", "as-found first", "straight to zero and span"),
  school("combustible", "Which gas sets combustible sensors?", [
    { value: "AS_CARD", word: "as the card says" },
    { value: "METHANE", word: "methane, read as methane" },
    { value: "VAPOUR", word: "the vapour itself" },
  ]),
  school("threading", "How does a regulator go on?", [
    { value: "BY_TYPE", word: "by its type" },
    { value: "VALVE_OPEN", word: "valve open" },
    { value: "VALVE_SHUT", word: "valve shut" },
  ]),
  school("zeroAir", "Where does zero air come from?", [
    { value: "AS_CARD", word: "as the card says" },
    { value: "AMBIENT", word: "fresh air" },
    { value: "CYLINDER", word: "a cylinder" },
  ]),
  school("accept", "When is a reading taken?", [
    { value: "AS_CARD", word: "as the card says" },
    { value: "ON_STABILITY", word: "when it is stable" },
    { value: "STABLE_OR_DEADLINE", word: "stable, or at the deadline" },
    { value: "COUNTDOWN", word: "at the end of a countdown" },
  ]),
  {
    name: "tolerance",
    question: "How far may a check be off?",
    options: [5, 10, 15, 20].map((percent) => ({ value: String(percent), word: `±${percent} %` })),
    read: (policy) => String(policy.tolerancePercent),
    write: (policy, value) => ({ ...policy, tolerancePercent: Number(value) }),
  },
  yesNo("guardBand", "Take the uncertainty off the tolerance?", "guard band", "no guard band"),
  {
    name: "grading",
    question: "How is a span response graded?",
    options: [
      { value: "THREE_GRADES", word: "pass above 70, marginal from 50" },
      { value: "TWO_GRADES", word: "pass from 50" },
      { value: "WINDOW", word: "taken from 25 to 200 % of the target" },
    ],
    read: (policy) => policy.schools.grading.school,
    write: (policy, value) => ({ ...policy, schools: { ...policy.schools, grading: gradings[value] ?? policy.schools.grading } }),
  },
  school("reference", "Which side of the certificate counts?", [
    { value: "NOMINAL", word: "as printed" },
    { value: "CAUTIOUS", word: "the cautious bound" },
  ]),
  {
    name: "tries",
    question: "How many tries, where the card does not say?",
    options: [1, 2, 3].map((tries) => ({ value: String(tries), word: String(tries) })),
    read: (policy) => String(policy.schools.tries),
    write: (policy, value) => ({ ...policy, schools: { ...policy.schools, tries: Number(value) } }),
  },
  {
    name: "dueDay",
    question: "When does monthly work fall due?",
    options: [
      { value: "NONE", word: "a month after the last" },
      { value: "5 THURSDAY", word: "last Thursday of the next month" },
      { value: "1 MONDAY", word: "first Monday of the next month" },
      { value: "2 WEDNESDAY", word: "second Wednesday of the next month" },
    ],
    read: (policy) => (policy.schools.dueDay ? `${policy.schools.dueDay.nth} ${policy.schools.dueDay.weekday}` : "NONE"),
    write: (policy, value) => ({ ...policy, schools: { ...policy.schools, dueDay: dueDays[value] ?? null } }),
  },
  {
    name: "bump",
    question: "A bump before each day’s use?",
    options: [
      { value: "true", word: "each day" },
      { value: "false", word: "not asked for" },
    ],
    read: (policy) => String(policy.bumpEachDay),
    write: (policy, value) => ({ ...policy, bumpEachDay: value === "true" }),
  },
  yesNo("skipped", "May a detector go out with a skipped sensor?", "disabled and labelled", "no"),
];

/** A number that the house sets, as it is typed: in steps that people speak of. */
export interface HouseFigure {
  name: string;
  question: string;
  unit: string;
  least: number;
  most: number;
  read: (policy: Policy) => number;
  write: (policy: Policy, value: number) => Policy;
}

export const figures: HouseFigure[] = [
  {
    name: "reserve",
    question: "How much of a cylinder is never used?",
    unit: "% of a full one",
    least: 0,
    most: 50,
    read: (policy) => Math.round(policy.reserve * 1000) / 10,
    write: (policy, value) => ({ ...policy, reserve: value / 100 }),
  },
  {
    name: "warnBeforeExpiryDays",
    question: "How early is an expiring cylinder warned about?",
    unit: "days before",
    least: 0,
    most: 365,
    read: (policy) => policy.warnBeforeExpiryDays,
    write: (policy, value) => ({ ...policy, warnBeforeExpiryDays: Math.round(value) }),
  },
  {
    name: "altitudeMetres",
    question: "How high above the sea is the bench?",
    unit: "m, for the pressure where no barometer is read",
    least: -430,
    most: 5000,
    read: (policy) => policy.altitudeMetres,
    write: (policy, value) => ({ ...policy, altitudeMetres: value }),
  },
];
