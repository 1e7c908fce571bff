import clsx from "clsx";

const look: Record<string, string> = {
  out: "border-soft text-ink border-2 border-dotted",
  overdue: "border-fail text-fail border-2",
  "on hold": "border-fail bg-fail-wash text-fail border-2",
  due: "border-caution text-caution border-2",
  "bump first": "border-ink text-ink border border-dashed",
  "due soon": "border-line text-ink border",
  ready: "border-act text-act border",
  lost: "border-fail text-fail border-2 border-dotted",
  "in repair": "border-soft text-ink border-2 border-dotted",
  retired: "border-line text-soft border",
};

/** A detector's state today, always as a word. */
export function StateWord({ state }: { state: string }) {
  return (
    <span
      className={clsx("inline-block min-w-22 px-2 py-0.5 text-center text-sm font-semibold whitespace-nowrap", look[state] ?? look.ready)}
    >
      {state}
    </span>
  );
}
