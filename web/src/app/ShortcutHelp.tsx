import { Sheet } from "../ui/Sheet";

const keys = [
  ["Space", "Confirm the next action (Bench)"],
  ["F", "To the lane that needs action first (Bench)"],
  ["1 to 6", "To that lane (Bench)"],
  ["Backspace", "Undo the last confirmation, after a question (Bench)"],
  ["/", "To the scan field"],
  ["g then t", "Today"],
  ["g then p", "Plan"],
  ["g then b", "Bench"],
  ["g then d", "Detectors"],
  ["g then c", "Gas"],
  ["Arrows", "From job to job (Plan); with Shift the job goes along"],
  ["Ctrl K", "Find a detector or a place"],
  ["?", "This list"],
] as const;

export function ShortcutHelp({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Sheet open={open} onClose={onClose} title="Keys">
      <dl className="grid grid-cols-[8rem_1fr] gap-y-3 text-lg">
        {keys.map(([key, meaning]) => (
          <div key={key} className="contents">
            <dt>
              <kbd className="rounded-sm border border-ink bg-paper px-2 py-0.5 font-sans font-semibold">{key}</kbd>
            </dt>
            <dd>{meaning}</dd>
          </div>
        ))}
      </dl>
      <p className="mt-6 text-soft">Shortcuts with single letters can be switched off under Readings.</p>
      <p className="mt-2 text-soft">A barcode reader can be used anywhere on the page. What it types never confirms anything.</p>
    </Sheet>
  );
}
