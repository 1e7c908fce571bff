import { number } from "../../ui/number";
import type { Alarms } from "./AlarmsSeen";
import type { Choice } from "./CylinderChoice";
import type { Command } from "./command";
import type { Run } from "./useRun";

/** What the technician has set on the page for the step at hand. */
export interface Given {
  choice: Choice | null;
  alarms: Alarms;
  instrument: Record<string, "PASS" | "FAIL">;
  changed: string;
  remedy: string;
  typed: string;
}

export const nothingGiven: Given = {
  choice: null,
  alarms: { audible: true, visual: true, vibration: true },
  instrument: {},
  changed: "",
  remedy: "",
  typed: "",
};

/** What confirming the step at hand sends; null while something is missing, or where it takes a choice of two. */
export function commandFor(run: Run, given: Given): Command | null {
  const step = run.next.step;
  switch (run.next.kind) {
    case "TRY_AGAIN":
      return given.changed.trim() || given.remedy ? { kind: "TRY_AGAIN", step, changed: given.changed, remedy: given.remedy } : null;
    case "MEASURE": {
      const value = number(given.typed);
      return value === null ? null : { kind: "MEASURE", step, value };
    }
    case "CONFIRM_CHECKS":
    case "CONFIRM_STEP":
    case "START_ZERO":
    case "SIGN":
      return { kind: run.next.kind, step };
    case "START_BLANK":
      return { kind: "START_ZERO", step };
    case "BLOCK_TEST":
      return { kind: "BLOCK_INLET", step, alarmed: true };
    case "CHOOSE_CYLINDER": {
      const choice = given.choice;
      return choice && !choice.mustChange
        ? {
            kind: "CHOOSE_CYLINDER",
            step,
            cylinderId: choice.cylinderId,
            setPointsChanged: choice.setPointsChanged,
            ...(choice.rig && { rig: choice.rig }),
          }
        : null;
    }
    case "OPEN_GAS":
      return { kind: "GAS_ON", step };
    case "CLOSE_GAS":
      return { kind: "GAS_OFF", step };
    case "CONFIRM_ALARMS":
      return { kind: "CONFIRM_ALARMS", step, ...given.alarms };
    case "CONFIRM_SAVED":
      return {
        kind: "CONFIRM_SAVED",
        step,
        verdicts: Object.fromEntries(justSet(run).map((s) => [s.slot, given.instrument[s.slot] ?? "PASS"])),
      };
    default:
      return null;
  }
}

const forAll = ["CONFIRM_CHECKS", "CONFIRM_STEP", "START_ZERO", "CHOOSE_CYLINDER", "GAS_ON", "GAS_OFF", "CONFIRM_ALARMS", "SIGN"];

/** The same for every lane that this hand serves; what each instrument shows of its own is said one by one. */
export function forTogether(command: Command | null, lanes: number): Command | null {
  return command && lanes > 1 && forAll.includes(command.kind) ? { ...command, together: true } : command;
}

/** Sensors that were adjusted since the last time something was saved. */
export function justSet(run: Run): Run["sensors"] {
  return run.sensors.filter((s) => s.unsaved);
}

/** What the large button says. */
export function confirmWord(run: Run, given: Given): string {
  switch (run.next.kind) {
    case "CHOOSE_CYLINDER":
      return given.choice ? `Use ${given.choice.tag}` : "Choose one below";
    case "MEASURE":
      return number(given.typed) === null ? "Type it below" : `Enter ${given.typed.trim()} ${run.next.readable?.unit ?? ""}`;
    case "CONFIRM_ALARMS": {
      const missed = Object.entries(given.alarms).filter(([, seen]) => !seen);
      return missed.length === 0 ? "All three noticed" : `${missed.map(([name]) => name).join(", ")} not noticed`;
    }
    case "CONFIRM_SAVED": {
      const failed = justSet(run).filter((s) => given.instrument[s.slot] === "FAIL");
      return failed.length === 0 ? "Saved: it says pass" : `Saved: it fails ${failed.map((s) => s.formula).join(", ")}`;
    }
    default:
      return run.next.confirm ?? "";
  }
}
