import clsx from "clsx";
import type { Schemas } from "../api/client";
import { word } from "./shown";

export type DetectorState = Schemas["DetectorView"]["detector"]["state"];

const look: Record<DetectorState, string> = {
  OUT: "border-soft text-ink border-2 border-dotted",
  OVERDUE: "border-fail text-fail border-2",
  ON_HOLD: "border-fail bg-fail-wash text-fail border-2",
  DUE: "border-caution text-caution border-2",
  BUMP_FIRST: "border-ink text-ink border border-dashed",
  DUE_SOON: "border-line text-ink border",
  READY: "border-act text-act border",
  LOST: "border-fail text-fail border-2 border-dotted",
  IN_REPAIR: "border-soft text-ink border-2 border-dotted",
  RETIRED: "border-line text-soft border",
};

/** A detector's state today, always as a word. */
export function StateWord({ state }: { state: DetectorState }) {
  return (
    <span className={clsx("inline-block min-w-22 px-2 py-0.5 text-center text-sm font-semibold whitespace-nowrap", look[state])}>
      {word(state)}
    </span>
  );
}
