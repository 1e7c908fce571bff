import { Toggle } from "radix-ui";

export interface Alarms {
  audible: boolean;
  visual: boolean;
  vibration: boolean;
}

const words = [
  ["audible", "Sound"],
  ["visual", "Light"],
  ["vibration", "Vibration"],
] as const;

export function AlarmsSeen({ alarms, onChange }: { alarms: Alarms; onChange: (alarms: Alarms) => void }) {
  return (
    <fieldset>
      <legend className="mb-2 text-lg">Press what you did not notice.</legend>
      <div className="grid gap-3 sm:grid-cols-3">
        {words.map(([name, word]) => (
          <Toggle.Root
            key={name}
            pressed={alarms[name]}
            onPressedChange={(seen) => onChange({ ...alarms, [name]: seen })}
            className="min-h-20 border-2 border-fail bg-sheet text-xl font-bold text-fail data-[state=on]:border-act data-[state=on]:text-ink"
          >
            {word}
            <span className="block text-base font-normal">{alarms[name] ? "noticed" : "not noticed: fails"}</span>
          </Toggle.Root>
        ))}
      </div>
    </fieldset>
  );
}
