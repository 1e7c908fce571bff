import { Toggle } from "radix-ui";
import { Formula } from "../../ui/Formula";
import { justSet } from "./given";
import type { Run } from "./useRun";

/** What the instrument itself showed, per sensor; the worse of its verdict and ours counts. */
export function SavedVerdicts({
  run,
  verdicts,
  onChange,
}: {
  run: Run;
  verdicts: Record<string, "PASS" | "FAIL">;
  onChange: (verdicts: Record<string, "PASS" | "FAIL">) => void;
}) {
  return (
    <fieldset>
      <legend className="mb-2 text-lg">Press a sensor that the instrument fails. The worse verdict counts, its own or ours.</legend>
      <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
        {justSet(run).map((sensor) => (
          <Toggle.Root
            key={sensor.slot}
            aria-label={`Instrument fails ${sensor.gas}`}
            pressed={verdicts[sensor.slot] === "FAIL"}
            onPressedChange={(failed) => onChange({ ...verdicts, [sensor.slot]: failed ? "FAIL" : "PASS" })}
            className="min-h-16 border-2 border-act bg-sheet text-xl font-bold data-[state=on]:border-fail data-[state=on]:bg-fail-wash"
          >
            <Formula text={sensor.formula} />
            <span className="block text-base font-normal">
              {verdicts[sensor.slot] === "FAIL" ? "instrument: fail" : "instrument: pass"}
            </span>
          </Toggle.Root>
        ))}
      </div>
    </fieldset>
  );
}
