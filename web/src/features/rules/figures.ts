import type { Part, Policy } from "./methodOptions";

/** A number of the site rules, as it is typed: in steps that people speak of. */
export interface SiteFigure {
  name: string;
  part: Part;
  question: string;
  unit: string;
  least: number;
  most: number;
  /** It counts days or minutes: no fractions of them. */
  whole?: true;
  /** Where it is asked for; left out: always. */
  where?: (policy: Policy) => boolean;
  read: (policy: Policy) => number;
  write: (policy: Policy, value: number) => Policy;
}

function window(name: "windowLow" | "windowHigh", question: string, least: number, most: number): SiteFigure {
  return {
    name,
    part: "How it is judged",
    question,
    unit: "% of the target",
    least,
    most,
    where: (policy) => policy.schools.grading.school === "WINDOW",
    read: (policy) => policy.schools.grading[name],
    write: (policy, value) => ({
      ...policy,
      schools: { ...policy.schools, grading: { ...policy.schools.grading, [name]: value } },
    }),
  };
}

export const figures: SiteFigure[] = [
  window("windowLow", "From how little is a span taken?", 10, 99),
  window("windowHigh", "Up to how much is a span taken?", 101, 300),
  {
    name: "bumpDays",
    part: "Calibration interval",
    question: "How many days does a good bump count?",
    whole: true,
    unit: "days; 1: a bump before each day’s use, 0: none is asked for",
    least: 0,
    most: 31,
    read: (policy) => policy.rhythm.bumpDays,
    write: (policy, value) => ({
      ...policy,
      bumpEachDay: value > 0,
      rhythm: { ...policy.rhythm, bumpDays: value },
    }),
  },
  {
    name: "soonDays",
    part: "Calibration interval",
    question: "How early is work due soon?",
    whole: true,
    unit: "days before",
    least: 0,
    most: 60,
    read: (policy) => policy.rhythm.soonDays,
    write: (policy, value) => ({ ...policy, rhythm: { ...policy.rhythm, soonDays: value } }),
  },
  {
    name: "reserve",
    part: "Gas and parts",
    question: "How much of a cylinder is never used?",
    unit: "% of a full one",
    least: 0,
    most: 50,
    read: (policy) => Math.round(policy.reserve * 1000) / 10,
    write: (policy, value) => ({ ...policy, reserve: value / 100 }),
  },
  {
    name: "warnBeforeExpiryDays",
    part: "Gas and parts",
    question: "How early is an expiring cylinder warned about?",
    whole: true,
    unit: "days before",
    least: 0,
    most: 365,
    read: (policy) => policy.warnBeforeExpiryDays,
    write: (policy, value) => ({ ...policy, warnBeforeExpiryDays: value }),
  },
  {
    name: "gasDays",
    part: "Gas and parts",
    question: "How long does gas take from order to shelf?",
    whole: true,
    unit: "days",
    least: 0,
    most: 365,
    read: (policy) => policy.lead.gasDays,
    write: (policy, value) => ({ ...policy, lead: { ...policy.lead, gasDays: value } }),
  },
  {
    name: "partsDays",
    part: "Gas and parts",
    question: "How long does a sensor take from order to shelf?",
    whole: true,
    unit: "days",
    least: 0,
    most: 365,
    read: (policy) => policy.lead.partsDays,
    write: (policy, value) => ({ ...policy, lead: { ...policy.lead, partsDays: value } }),
  },
  {
    name: "lockMinutes",
    part: "Who signs",
    question: "After how long without a touch does a device lock?",
    whole: true,
    unit: "minutes; 0: never",
    least: 0,
    most: 240,
    read: (policy) => policy.signing.lockMinutes,
    write: (policy, value) => ({ ...policy, signing: { ...policy.signing, lockMinutes: value } }),
  },
  {
    name: "altitudeMetres",
    part: "How it is judged",
    question: "How high above the sea is the bench?",
    unit: "m, for the pressure where no barometer is read",
    least: -430,
    most: 5000,
    read: (policy) => policy.altitudeMetres,
    write: (policy, value) => ({ ...policy, altitudeMetres: value }),
  },
];
