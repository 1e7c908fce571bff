import { Button } from "../../ui/Button";
import { Formula } from "../../ui/Formula";
import { justSet } from "./confirmedFields";
import { TwoWays } from "./TwoWays";
import type { Run } from "./useRun";

type Verdicts = Record<string, "PASS" | "FAIL">;

/** What the instrument itself showed, per sensor; the worse of its verdict and ours counts. One press says pass for all. */
export function SavedVerdicts({
  run,
  verdicts,
  onChange,
  onAll,
}: {
  run: Run;
  verdicts: Verdicts;
  onChange: (verdicts: Verdicts) => void;
  onAll: ((verdicts: Verdicts) => void) | null;
}) {
  const set = justSet(run);
  return (
    <fieldset>
      <legend className="mb-2 text-lg font-semibold">What does the instrument show? The worse verdict counts, its own or ours.</legend>
      {onAll && (
        <Button
          kind="act"
          className="mb-3 min-h-16 w-full text-xl"
          onClick={() => onAll(Object.fromEntries(set.map((sensor) => [sensor.slot, "PASS"] as const)))}
        >
          Saved: it shows pass {set.length > 1 && `for all ${set.length}`}
        </Button>
      )}
      <div className="grid gap-3 sm:grid-cols-2">
        {set.map((sensor) => (
          <TwoWays
            key={sensor.slot}
            title={<Formula text={sensor.formula} />}
            label={`Instrument’s verdict on ${sensor.gas}`}
            value={verdicts[sensor.slot] ?? null}
            ways={[
              ["PASS", "Pass"],
              ["FAIL", "Fail"],
            ]}
            bad="FAIL"
            onChange={(verdict) => onChange({ ...verdicts, [sensor.slot]: verdict })}
          />
        ))}
      </div>
    </fieldset>
  );
}
