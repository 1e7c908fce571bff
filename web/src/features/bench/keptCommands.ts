import type { Command } from "./command";
import type { Run } from "./useRun";

/** What a page may enter without a line: what nothing has to be judged for, typed readings, and gas off always. */
const keepable: Record<string, string> = {
  CONFIRM_CHECKS: "checks done",
  CONFIRM_STEP: "step done",
  START_ZERO: "zero started",
  GAS_ON: "gas on",
  GAS_OFF: "gas off",
  TYPE_READING: "reading",
  ENTER_READING: "reading",
};

const confirming = ["CONFIRM_CHECKS", "CONFIRM_STEP", "START_ZERO", "GAS_ON", "GAS_OFF"];

export function isKeepable(command: { kind: string }): boolean {
  return command.kind in keepable;
}

/** How the entry is called while it waits. */
export function keptWords(command: Command, run: Run | undefined): string {
  const sensor = run?.sensors.find((one) => one.slot === command.slot);
  const what =
    (command.kind === "TYPE_READING" || command.kind === "ENTER_READING") && sensor
      ? `${sensor.formula} ${command.value} ${sensor.unit}`
      : (keepable[command.kind] ?? command.kind);
  return `${run?.serial ?? ""} ${what}`.trim();
}

/** How many steps have been confirmed ahead of the server. */
export function confirmedAhead(kinds: string[]): number {
  return kinds.filter((kind) => confirming.includes(kind)).length;
}
