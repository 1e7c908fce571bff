import type { Schemas } from "../../api/client";
import { number } from "../../ui/number";
import type { Alarms } from "./AlarmsSeen";
import type { Choice } from "./CylinderChoice";
import type { Command } from "./command";
import type { Run } from "./useRun";

/** What the technician has set on the page for the step at hand. */
export interface ConfirmedFields {
  choice: Choice | null;
  /** Each alarm as it was pressed; nothing is attested that nobody pressed. */
  alarms: Alarms;
  instrument: Record<string, "PASS" | "FAIL">;
  changed: string;
  remedy: string;
  /** Which of the things to try was done. */
  tried: Schemas["NextView"]["code"] | null;
  typed: string;
  /** Goes on record with the signature. */
  remark: string;
  /** What the room is like, by quantity; goes on record with the checks. */
  conditions: Record<string, string>;
}

export const nothingConfirmed: ConfirmedFields = {
  choice: null,
  alarms: { audible: null, visual: null, vibration: null },
  instrument: {},
  changed: "",
  remedy: "",
  tried: null,
  typed: "",
  remark: "",
  conditions: {},
};

const filled = (confirmedFields: ConfirmedFields) => Object.entries(confirmedFields.conditions).filter(([, text]) => text.trim() !== "");

/** What goes on record before the confirmation of the step at hand; null where nothing does. */
export function commandBefore(run: Run, confirmedFields: ConfirmedFields): Command | null {
  if (run.next.kind === "SIGN" && confirmedFields.remark.trim() !== "") {
    // Nothing is added to a run that is signed.
    return { kind: "REMARK", reason: confirmedFields.remark.trim() };
  }
  if (run.next.kind === "CONFIRM_CHECKS" && filled(confirmedFields).length > 0) {
    return {
      kind: "NOTE_CONDITIONS",
      conditions: Object.fromEntries(filled(confirmedFields).map(([quantity, text]) => [quantity, number(text) ?? 0])),
    };
  }
  return null;
}

/** What confirming the step at hand sends; null while something is missing, or where it takes a choice of two. */
export function commandFor(run: Run, confirmedFields: ConfirmedFields): Command | null {
  const step = run.next.step;
  switch (run.next.kind) {
    case "TRY_AGAIN":
    case "RESOLVE_DOUBT":
      return confirmedFields.changed.trim() || confirmedFields.remedy || confirmedFields.tried
        ? {
            kind: "TRY_AGAIN",
            step,
            changed: confirmedFields.changed,
            remedy: confirmedFields.remedy,
            ...(confirmedFields.tried && { tried: confirmedFields.tried }),
          }
        : null;
    case "MEASURE": {
      const value = number(confirmedFields.typed);
      return value === null ? null : { kind: "MEASURE", step, value };
    }
    case "CONFIRM_CHECKS":
      return filled(confirmedFields).some(([, text]) => number(text) === null) ? null : { kind: "CONFIRM_CHECKS", step };
    case "CONFIRM_STEP":
    case "START_ZERO":
    case "SIGN":
      return { kind: run.next.kind, step };
    case "START_BLANK":
      return { kind: "START_ZERO", step };
    case "BLOCK_TEST":
      return { kind: "BLOCK_INLET", step, alarmed: true };
    case "CHOOSE_CYLINDER": {
      const choice = confirmedFields.choice;
      return choice && !choice.mustChange
        ? {
            kind: "CHOOSE_CYLINDER",
            step,
            cylinderId: choice.cylinderId,
            setPointsChanged: choice.setPointsChanged,
            ...(choice.rig && { rig: choice.rig }),
            ...(choice.familyAccepted && { familyAccepted: true }),
          }
        : null;
    }
    case "OPEN_GAS":
      return { kind: "GAS_ON", step };
    case "CLOSE_GAS":
      return { kind: "GAS_OFF", step };
    case "CONFIRM_ALARMS": {
      const { audible, visual, vibration } = confirmedFields.alarms;
      return audible === null || visual === null || vibration === null
        ? null
        : { kind: "CONFIRM_ALARMS", step, audible, visual, vibration };
    }
    case "CONFIRM_SAVED": {
      const shown = justSet(run).flatMap((s) => {
        const verdict = confirmedFields.instrument[s.slot];
        return verdict ? [[s.slot, verdict] as const] : [];
      });
      return shown.length === justSet(run).length ? { kind: "CONFIRM_SAVED", step, verdicts: Object.fromEntries(shown) } : null;
    }
    default:
      return null;
  }
}

const forAll = [
  "CONFIRM_CHECKS",
  "CONFIRM_STEP",
  "START_ZERO",
  "CHOOSE_CYLINDER",
  "GAS_ON",
  "GAS_OFF",
  "CONFIRM_ALARMS",
  "DECLARE_ALL_SETTLED",
  "SIGN",
];

/** The same for every lane that this hand serves; what each instrument shows of its own is said one by one. */
export function forTogether(command: Command | null, lanes: number): Command | null {
  return command && lanes > 1 && forAll.includes(command.kind) ? { ...command, together: true } : command;
}

/** Sensors that were adjusted since the last time something was saved. */
export function justSet(run: Run): Run["sensors"] {
  return run.sensors.filter((s) => s.unsaved);
}

/** What the large button says. */
export function confirmWord(run: Run, confirmedFields: ConfirmedFields): string {
  switch (run.next.kind) {
    case "CHOOSE_CYLINDER":
      return confirmedFields.choice ? `Use ${confirmedFields.choice.tag}` : "Choose one below";
    case "MEASURE":
      return number(confirmedFields.typed) === null
        ? "Type it below"
        : `Enter ${confirmedFields.typed.trim()} ${run.next.readable?.unit ?? ""}`;
    case "CONFIRM_ALARMS": {
      const missed = Object.entries(confirmedFields.alarms).filter(([, worked]) => worked === false);
      return Object.values(confirmedFields.alarms).includes(null)
        ? "Say below which worked"
        : missed.length === 0
          ? "All alarms worked"
          : `${missed.map(([name]) => name).join(", ")} did not work`;
    }
    case "CONFIRM_SAVED": {
      const set = justSet(run);
      const failed = set.filter((s) => confirmedFields.instrument[s.slot] === "FAIL");
      return set.some((s) => !confirmedFields.instrument[s.slot])
        ? "Say below what it shows"
        : failed.length === 0
          ? "Saved: it shows pass"
          : `Saved: it fails ${failed.map((s) => s.formula).join(", ")}`;
    }
    default:
      return run.next.confirm ?? "";
  }
}
