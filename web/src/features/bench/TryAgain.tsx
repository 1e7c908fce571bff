import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { Diagnosis } from "./Diagnosis";
import type { ConfirmedFields } from "./confirmedFields";
import type { Run } from "./useRun";

const usual = ["another cylinder", "regulator purged again", "adapter pushed home"];

/** What is changed before the next try, or before suspect gas is applied again; the gas and the rig come before the sensor. */
export function TryAgain({
  run,
  changed,
  remedy,
  tried,
  onChange,
  onLeave,
}: {
  run: Run;
  changed: string;
  remedy: string;
  tried: ConfirmedFields["tried"];
  onChange: (confirmedFields: Partial<Pick<ConfirmedFields, "changed" | "remedy" | "tried">>) => void;
  onLeave: () => void;
}) {
  return (
    <section aria-label="Another try" className="flex flex-col gap-3">
      {run.next.remedies.length > 0 && (
        <>
          <p className="text-lg">The card knows these remedies</p>
          <Words words={run.next.remedies} pressed={remedy} onPress={(words) => onChange({ remedy: words })} />
        </>
      )}
      {run.diagnosis && (
        <Diagnosis diagnosis={run.diagnosis} sensors={run.sensors} tried={tried} onTried={(code) => onChange({ tried: code })} />
      )}
      <p className="text-lg">{run.diagnosis ? "Or something else that you have changed" : "What have you changed?"}</p>
      <Words words={usual} pressed={changed} onPress={(words) => onChange({ changed: words })} />
      <Field
        label="Or in your own words"
        autoComplete="off"
        value={changed}
        onChange={(event) => onChange({ changed: event.target.value })}
      />
      <Button kind="grave" className="self-start" onClick={onLeave}>
        {run.next.kind === "RESOLVE_DOUBT" ? "Leave it: nothing is saved, these sensors are not judged" : "Stop and record as failed"}
      </Button>
    </section>
  );
}

function Words({ words, pressed, onPress }: { words: string[]; pressed: string; onPress: (words: string) => void }) {
  return (
    <div className="flex flex-wrap gap-2">
      {words.map((word) => (
        <Button
          key={word}
          aria-pressed={pressed === word}
          kind={pressed === word ? "act" : "plain"}
          onClick={() => onPress(pressed === word ? "" : word)}
        >
          {word}
        </Button>
      ))}
    </div>
  );
}
