import { Popover, RadioGroup } from "radix-ui";
import { setBenchPreference, useBenchPreference } from "./benchPreference";

const sources = [
  { value: "AUTO", word: "Automatic", note: "over the link where a gateway serves the detector, else typed" },
  { value: "LINK", word: "Over the link", note: "a gateway sends them" },
  { value: "TYPED", word: "Typed by hand", note: "you read the display" },
] as const;

const speeds = [1, 10, 60] as const;

/** Where readings of new runs come from, and in the demo how fast its time goes. */
export function BenchSettings({ demo }: { demo: boolean }) {
  const preference = useBenchPreference();
  const summary = { AUTO: "Auto", LINK: "Link", TYPED: "Typed" }[preference.source] + (demo ? ` ×${preference.timeScale}` : "");
  return (
    <Popover.Root>
      <Popover.Trigger className="min-h-11 rounded-sm border border-line bg-sheet px-3 font-semibold whitespace-nowrap">
        <span className="sr-only font-normal text-soft sm:not-sr-only">Readings</span> {summary}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content align="end" sideOffset={6} className="z-20 w-72 border border-ink bg-sheet p-4 shadow-xl">
          <p className="mb-2 font-bold" id="source-label">
            Readings of the next run
          </p>
          <RadioGroup.Root
            aria-labelledby="source-label"
            value={preference.source}
            onValueChange={(source) => setBenchPreference({ source: source as "AUTO" | "LINK" | "TYPED" })}
          >
            {sources.map((source) => (
              <RadioGroup.Item
                key={source.value}
                value={source.value}
                className="flex min-h-11 w-full items-center gap-3 border-l-4 border-transparent px-2 text-left data-[state=checked]:border-act"
              >
                <span>
                  <span className="block font-semibold">{source.word}</span>
                  <span className="block text-sm text-soft">{source.note}</span>
                </span>
              </RadioGroup.Item>
            ))}
          </RadioGroup.Root>
          <label htmlFor="bench-room" className="mt-3 block font-bold">
            Room of this bench
          </label>
          <input
            id="bench-room"
            autoComplete="off"
            value={preference.room}
            onChange={(event) => setBenchPreference({ room: event.target.value })}
            className="mt-1 min-h-11 w-full border border-ink bg-paper px-3"
          />
          <p className="mt-1 text-sm text-soft">No zero is taken beside open gas in the same room.</p>
          <label className="mt-2 flex min-h-11 items-center gap-3 font-semibold">
            <input
              type="checkbox"
              className="size-5 accent-act"
              checked={preference.sound}
              onChange={(event) => setBenchPreference({ sound: event.target.checked })}
            />
            Sound when action is needed
          </label>
          <label className="flex min-h-11 items-center gap-3 font-semibold">
            <input
              type="checkbox"
              className="size-5 accent-act"
              checked={preference.leads}
              onChange={(event) => setBenchPreference({ leads: event.target.checked })}
            />
            Go to the lane that needs action
          </label>
          <label className="flex min-h-11 items-center gap-3 font-semibold">
            <input
              type="checkbox"
              className="size-5 accent-act"
              checked={preference.letters}
              onChange={(event) => setBenchPreference({ letters: event.target.checked })}
            />
            Shortcuts with single letters
          </label>
          {demo && (
            <>
              <p className="mt-3 mb-2 font-bold" id="speed-label">
                Speed of the demo
              </p>
              <RadioGroup.Root
                aria-labelledby="speed-label"
                className="flex gap-2"
                value={String(preference.timeScale)}
                onValueChange={(speed) => setBenchPreference({ timeScale: Number(speed) as 1 | 10 | 60 })}
              >
                {speeds.map((speed) => (
                  <RadioGroup.Item
                    key={speed}
                    value={String(speed)}
                    className="min-h-11 grow border border-ink font-semibold data-[state=checked]:bg-act data-[state=checked]:text-on-act"
                  >
                    ×{speed}
                  </RadioGroup.Item>
                ))}
              </RadioGroup.Root>
              <p className="mt-2 text-sm text-soft">At any speed but ×1 the record says “simulated”.</p>
            </>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
