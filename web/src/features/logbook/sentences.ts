import type { Schemas } from "../../api/client";
import { read } from "../../app/units";
import { counted } from "../../ui/counted";
import { word } from "../../ui/shown";

type LogbookEntry = Schemas["LogbookEntry"];
export type LedgerKind = Schemas["KindChoice"]["kind"];
type Facts = Record<string, string>;

/**
 * What an entry of each kind says. A name in braces is a link ({detector}, {cylinder}, {run}, {certificate}, {entry}), the
 * verdict's mark ({verdict}) or a fact of the entry; a function chooses between wordings. Each begins with who did it.
 */
export const sentences: Record<LedgerKind, string | ((facts: Facts) => string)> = {
  "run-signed": "{by} signed the {run} of {detector}: {verdict}",
  "run-stopped": "{by} stopped the {run} of {detector}: {reason}",
  correction: "{by} corrected {entry}: {right}",
  "certificate-given": "{by} issued certificate {certificate} for {detector}",

  "made-due": "{by} made {detector} due: {cause}",
  "hold-placed": "{by} put {detector} on hold: {reason}",
  "hold-released": "{by} released {detector} from hold",
  "doubt-opened": "{by} opened an impact review of {detector}: {period}",
  "doubt-closed": "{by} closed the impact review of {detector}: {period}",
  lent: (facts) => "{by} checked out {detector} to {to}" + (isDay(facts.backBy) ? ", due back {backBy}" : ""),
  returned: "{by} returned {detector}, last with {from}",
  "sent-for-repair": "{by} sent {detector} for repair",
  "received-from-repair": "{by} received {detector} from repair",
  "reported-lost": "{by} reported {detector} lost",
  "reported-found": "{by} reported {detector} found",
  "detector-retired": "{by} retired {detector}",
  "detector-reinstated": "{by} returned {detector} to service",
  "detector-edited": "{by} edited the details of {detector}",
  "sensor-replaced": "{by} replaced sensor {removed} in slot {slot} of {detector} by {fitted}",
  "fitting-corrected": "{by} corrected the fitting date of sensor {sensor} in {detector} from {before} to {after}",
  "care-done": "{by} recorded routine maintenance of {detector}: {kind}",
  "maintenance-done": "{by} finished maintenance of {detector}: {work}",
  "maintenance-stopped": "{by} stopped maintenance of {detector}: {work}",

  "cylinder-registered": "{by} registered cylinder {cylinder}, lot {lot}",
  "cylinder-changed": "{by} marked cylinder {cylinder} as {state}",
  "cylinder-compared": "{by} compared cylinder {cylinder} with {outgoing} on {detector}: {result}",
  "cylinder-regulator": (facts) =>
    facts.regulator
      ? "{by} connected regulator {regulator} to cylinder {cylinder}"
      : "{by} disconnected the regulator from cylinder {cylinder}",
  "certificate-attached": "{by} attached {file} to cylinder {cylinder}",
  "gauge-read": "{by} read the gauge of cylinder {cylinder}: {pressure}, {left} left",
  "gas-recalled": (facts) => `{by} recalled {what}: ${counted(listed(facts.detectors), "detector")} due`,
  "recall-withdrawn": "{by} withdrew a recall",
  "equipment-checked": "{by} checked {tag}: {result}",

  "plan-made": (facts) =>
    `{by} made a bench plan: ${counted(Number(facts.jobs), "job")}` +
    (facts.late === undefined ? "" : `, ${facts.late} late, ${facts.notScheduled} not scheduled`),
  "plan-moved": "{by} pinned {detector} to {day}",
  "plan-let-go": "{by} unpinned {detector} from {day}",

  "plan-rules-set": "{by} changed the rules of the plan",
  "bench-day-set": (facts) =>
    Number(facts.minutes) > 0 ? "{by} set the bench on {day} to {minutes} minutes each" : "{by} closed the bench on {day}",
  "bench-day-as-usual": "{by} set the bench on {day} back to its weekday",
  "absence-set": "{by} entered an absence of {technician}, {since} to {until}",
  "absence-ended": (facts) =>
    facts.technician ? "{by} removed the absence of {technician}, {since} to {until}" : "{by} removed an absence",

  "tolerance-set": (facts) =>
    Number(facts.percent) > 0
      ? "{by} set the tolerance of {detector} to ±{percent} %"
      : "{by} set the tolerance of {detector} by the site rules",
  "interval-set": (facts) =>
    facts.interval
      ? "{by} set the calibration interval of {detector}: {interval}"
      : "{by} set the calibration interval of {detector} by its card",
  "interval-decided": (facts) =>
    facts.accepted === "true"
      ? "{by} accepted the proposal for the interval of {model}: {proposal}"
      : "{by} turned down the proposal for the interval of {model}: {proposal}",
  "card-published": "{by} published card {model}, version {version}",
  "policy-changed": "{by} changed the site rules to version {version}",
  "model-hidden": "{by} hid model {model}",
  "model-shown": "{by} showed model {model} again",
  "detector-registered": "{by} registered detector {detector}, {model}",
  "equipment-registered": "{by} registered equipment {tag}, {kind}",
  "equipment-retired": "{by} retired equipment {tag}",
  "regulator-family": (facts) =>
    facts.family ? "{by} kept regulator {tag} for {family} only" : "{by} allowed regulator {tag} for all gases",
  "rig-put-together": "{by} saved gas set-up {rig} with regulator {regulator}",
  "rig-taken-apart": "{by} deleted gas set-up {rig}",
  "part-stock-set": "{by} set the stock of {part} to {count}",
  "detectors-imported": "{by} imported detectors from {file}: {new} new, {changed} changed",
  "cylinders-imported": "{by} imported cylinders from {file}: {new} new, {changed} changed",
  "runs-imported": "{by} imported runs from {file}: {new} new",
  "import-withdrawn": "{by} voided an import",
  "gateway-added": (facts) => `{by} added gateway {gateway} for ${serving(facts.detectors)}`,
  "gateway-detectors-set": (facts) => `{by} set gateway {gateway} to serve ${serving(facts.detectors)}`,
  "gateway-revoked": "{by} revoked gateway {gateway}",
  "board-address-added": (facts) => (facts.crew ? "{by} added board {board} for crew {crew}" : "{by} added board {board} for every crew"),
  "board-address-revoked": "{by} revoked board {board}",
  "site-profile-set": "{by} changed the site’s details: {name}, time zone {zone}",
  "site-logo-set": (facts) => (Number(facts.bytes) > 0 ? "{by} set the site’s logo" : "{by} removed the site’s logo"),
  "site-archived": "{by} archived the site",

  "person-added": "{by} added {signInName} as {role}",
  "person-left": "{by} closed the account of {signInName}",
  "person-back": "{by} reopened the account of {signInName}",
  "role-changed": "{by} changed the role of {signInName} from {from} to {to}",
  "person-qualified": (facts) =>
    "{by} recorded a competence of {signInName}: {competence}" + (isDay(facts.until) ? ", valid until {until}" : ""),
  "qualification-ended": "{by} ended a competence of {signInName}: {competence}",
  "password-chosen": "{by} changed the password of {signInName}",
  "password-reset": "{by} reset the password of {signInName}",
  "pin-chosen": "{by} chose a PIN",
  "pin-given-up": "{by} removed the PIN",
};

/** Kinds as the choice of a filter. */
export const kindWords: Record<LedgerKind, string> = {
  "run-signed": "Run signed",
  "run-stopped": "Run stopped",
  correction: "Correction",
  "certificate-given": "Certificate issued",
  "made-due": "Made due",
  "hold-placed": "Put on hold",
  "hold-released": "Released from hold",
  "doubt-opened": "Impact review opened",
  "doubt-closed": "Impact review closed",
  lent: "Checked out",
  returned: "Returned",
  "sent-for-repair": "Sent for repair",
  "received-from-repair": "Received from repair",
  "reported-lost": "Reported lost",
  "reported-found": "Reported found",
  "detector-retired": "Detector retired",
  "detector-reinstated": "Returned to service",
  "detector-edited": "Detector edited",
  "sensor-replaced": "Sensor replaced",
  "fitting-corrected": "Fitting date corrected",
  "care-done": "Routine maintenance",
  "maintenance-done": "Maintenance finished",
  "maintenance-stopped": "Maintenance stopped",
  "cylinder-registered": "Cylinder registered",
  "cylinder-changed": "Cylinder status",
  "cylinder-compared": "Cylinders compared",
  "cylinder-regulator": "Regulator of a cylinder",
  "certificate-attached": "Certificate attached",
  "gauge-read": "Gauge read",
  "gas-recalled": "Gas recalled",
  "recall-withdrawn": "Recall withdrawn",
  "equipment-checked": "Equipment checked",
  "plan-made": "Plan made",
  "plan-moved": "Job pinned",
  "plan-let-go": "Job unpinned",
  "plan-rules-set": "Plan rules",
  "bench-day-set": "Bench day changed",
  "bench-day-as-usual": "Bench day reset",
  "absence-set": "Absence entered",
  "absence-ended": "Absence removed",
  "tolerance-set": "Tolerance",
  "interval-set": "Calibration interval",
  "interval-decided": "Interval review",
  "card-published": "Card published",
  "policy-changed": "Site rules",
  "model-hidden": "Model hidden",
  "model-shown": "Model shown",
  "detector-registered": "Detector registered",
  "equipment-registered": "Equipment registered",
  "equipment-retired": "Equipment retired",
  "regulator-family": "Gases of a regulator",
  "rig-put-together": "Gas set-up saved",
  "rig-taken-apart": "Gas set-up deleted",
  "part-stock-set": "Stock of parts",
  "detectors-imported": "Detectors imported",
  "cylinders-imported": "Cylinders imported",
  "runs-imported": "Runs imported",
  "import-withdrawn": "Import voided",
  "gateway-added": "Gateway added",
  "gateway-detectors-set": "Gateway changed",
  "gateway-revoked": "Gateway revoked",
  "board-address-added": "Board added",
  "board-address-revoked": "Board revoked",
  "site-profile-set": "Site details",
  "site-logo-set": "Site logo",
  "site-archived": "Site archived",
  "person-added": "Person added",
  "person-left": "Account closed",
  "person-back": "Account reopened",
  "role-changed": "Role changed",
  "person-qualified": "Competence recorded",
  "qualification-ended": "Competence ended",
  "password-chosen": "Password changed",
  "password-reset": "Password reset",
  "pin-chosen": "PIN chosen",
  "pin-given-up": "PIN removed",
};

const jobWords: Record<NonNullable<LogbookEntry["job"]>, string> = { CALIBRATION: "calibration", BUMP: "bump test" };

/** A piece of a sentence: plain words, or a name that is shown as a link or a mark. */
export type Piece = { words: string; name?: "detector" | "cylinder" | "run" | "certificate" | "entry" | "verdict" };

/** The sentence of an entry in pieces, and the facts that it does not say. */
export function sentence(entry: LogbookEntry, units: Schemas["UnitsView"]): { pieces: Piece[]; rest: [string, string][] } {
  const { facts } = entry;
  const of = entry.kind && sentences[entry.kind];
  const template = typeof of === "function" ? of(facts) : (of ?? "{by} made an entry of a newer version of the program");
  const said = new Set(["by", ...alwaysShown]);
  const pieces = template.split(/(\{[a-zA-Z]+\})/).map((part): Piece => {
    const name = /^\{(\w+)\}$/.exec(part)?.[1];
    if (!name) {
      return { words: part };
    }
    said.add(name);
    switch (name) {
      case "by":
        return { words: entry.by };
      case "detector":
        return { words: entry.detector ?? "", name };
      case "cylinder":
        return { words: entry.cylinder ?? facts.tag ?? "", name };
      case "run":
        return { words: entry.job ? jobWords[entry.job] : "run", name };
      case "entry":
        return { words: `entry ${entry.corrects ?? ""}`, name };
      case "certificate":
        return { words: facts.number ?? "", name };
      case "verdict":
        return { words: entry.verdict ? word(entry.verdict) : "", name };
      case "pressure":
        said.add("bar");
        return { words: `${read(Number(facts.bar), units.pressure)} ${units.pressure.symbol}` };
      default:
        return { words: facts[name] ?? "" };
    }
  });
  return { pieces, rest: Object.entries(facts).filter(([name]) => !said.has(name)) };
}

/** Facts that have a line of their own in every opened entry, or are in its sentence by another name. */
const alwaysShown = ["detector", "serial", "cylinder", "crew", "model", "job", "verdict", "code", "number"];

const factWords: Record<string, string> = {
  backBy: "due back",
  bar: "gauge, bar",
  checkedAgain: "checked again",
  doneBy: "done by",
  fileHash: "SHA-256 of the file",
  sha256: "SHA-256 of the file",
  keepFreePercent: "kept free, %",
  mostAwayPercent: "most of a crew at the bench, %",
  minutesADay: "bench minutes a day",
  setUpMinutes: "set-up, minutes",
  earlyDays: "days early",
  noticeDays: "days of notice",
  lateDays: "days late",
  replanEverything: "replan everything",
  reorderAt: "reorder at",
  signInName: "sign-in name",
  why: "reason",
};

/** The name of a fact: {@code benchDays} is "bench days" where no better word is kept. */
export const factWord = (name: string) => factWords[name] ?? name.replace(/([A-Z])/g, " $1").toLowerCase();

const isDay = (text?: string) => /^\d{4}-\d{2}-\d{2}$/.test(text ?? "");
const listed = (text?: string) => (text ? text.split(", ").length : 0);
const serving = (count?: string) => (Number(count) > 0 ? counted(Number(count), "detector") : "every detector");
