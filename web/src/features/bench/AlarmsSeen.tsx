import { Button } from "../../ui/Button";
import { TwoWays } from "./TwoWays";

export interface Alarms {
  audible: boolean | null;
  visual: boolean | null;
  vibration: boolean | null;
}

const words = [
  ["audible", "Sound"],
  ["visual", "Light"],
  ["vibration", "Vibration"],
] as const;

/** Which alarms of the instrument worked; one press says it of all. */
export function AlarmsSeen({
  alarms,
  onChange,
  onAll,
}: {
  alarms: Alarms;
  onChange: (alarms: Alarms) => void;
  onAll: (() => void) | null;
}) {
  return (
    <fieldset>
      <legend className="mb-2 text-lg font-semibold">Which alarms worked?</legend>
      {onAll && (
        <Button kind="act" className="mb-3 min-h-16 w-full text-xl" onClick={onAll}>
          All three worked
        </Button>
      )}
      <div className="grid gap-3 sm:grid-cols-3">
        {words.map(([name, word]) => (
          <TwoWays
            key={name}
            title={word}
            label={word}
            value={alarms[name] === null ? null : alarms[name] ? "yes" : "no"}
            ways={[
              ["yes", "Worked"],
              ["no", "Did not work"],
            ]}
            bad="no"
            onChange={(way) => onChange({ ...alarms, [name]: way === "yes" })}
          />
        ))}
      </div>
    </fieldset>
  );
}
