import { justSet } from "./confirmedFields";
import type { Command } from "./command";
import type { Run } from "./useRun";

/** What confirms the action that follows the one at hand, once that has been confirmed and the run is where it was expected. */
export function commandAfter(run: Run, kind: NonNullable<Run["next"]["following"]>["kind"]): Command | null {
  const step = run.next.step;
  if (run.next.kind !== kind) {
    return null; // The server has found something first: it is on the screen now.
  }
  switch (kind) {
    case "BLOCK_TEST":
      return { kind: "BLOCK_INLET", step, alarmed: true };
    case "OPEN_GAS":
      return { kind: "GAS_ON", step };
    case "START_ZERO":
      return { kind: "START_ZERO", step };
    case "CONFIRM_SAVED":
      return { kind: "CONFIRM_SAVED", step, verdicts: Object.fromEntries(justSet(run).map((sensor) => [sensor.slot, "PASS"] as const)) };
    default:
      return null;
  }
}
