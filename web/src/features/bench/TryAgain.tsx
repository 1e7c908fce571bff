import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";

const usual = ["another cylinder", "regulator purged again", "adapter pushed home", "shorter or new tubing", "moved to cleaner air"];

/** What is changed before the next try; the gas and the rig come before the sensor. */
export function TryAgain({ changed, onChange, onLeave }: { changed: string; onChange: (changed: string) => void; onLeave: () => void }) {
  return (
    <section aria-label="Another try" className="flex flex-col gap-3">
      <p className="text-lg">What have you changed?</p>
      <div className="flex flex-wrap gap-2">
        {usual.map((words) => (
          <Button key={words} aria-pressed={changed === words} kind={changed === words ? "act" : "plain"} onClick={() => onChange(words)}>
            {words}
          </Button>
        ))}
      </div>
      <Field label="Or in your own words" autoComplete="off" value={changed} onChange={(event) => onChange(event.target.value)} />
      <Button kind="grave" className="self-start" onClick={onLeave}>
        No other try: it has failed
      </Button>
    </section>
  );
}
