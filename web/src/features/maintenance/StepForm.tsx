import { useEffect, useState, type SubmitEvent } from "react";
import type { Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { number } from "../../ui/number";
import { clock } from "../../ui/shown";
import { ErrorMessage } from "../../ui/ErrorMessage";

type Step = Schemas["MaintenanceStep"];

/** What a step asks for: a confirmation, a figure, an answer, or time. */
export function StepForm({
  step,
  waitsUntil,
  pending,
  error,
  onDone,
}: {
  step: Step;
  waitsUntil: string | null;
  pending: boolean;
  error: Error | null;
  onDone: (more: { value?: number; answer?: boolean }) => void;
}) {
  const [typed, setTyped] = useState("");
  const left = useSecondsLeft(waitsUntil);
  const value = number(typed);
  function submit(event: SubmitEvent) {
    event.preventDefault();
    onDone(step.kind === "MEASURE" && value !== null ? { value } : {});
  }
  return (
    <form onSubmit={submit} className="flex flex-col items-start gap-4">
      {step.note !== "" && <p className="max-w-prose border-l-4 border-act bg-band px-3 py-2 text-lg">{step.note}</p>}
      {step.items.length > 0 && (
        <ul className="list-disc pl-6 text-lg">
          {step.items.map((item) => (
            <li key={item} className="py-1">
              {item}
            </li>
          ))}
        </ul>
      )}
      {step.kind === "MEASURE" && (
        <Field
          label={`${step.title} (${step.unit})`}
          hint={`${step.least} to ${step.most} ${step.unit}`}
          inputMode="decimal"
          required
          value={typed}
          error={typed !== "" && value === null ? "Type a number." : undefined}
          onChange={(event) => setTyped(event.target.value)}
        />
      )}
      {step.kind === "WAIT" && left > 0 && (
        <p className="text-5xl font-bold tabular-nums" role="timer">
          {clock(left)}
        </p>
      )}
      <ErrorMessage error={error} />
      {step.kind === "ASK" ? (
        <div className="grid w-full max-w-md grid-cols-2 gap-3">
          <Button kind="act" disabled={pending} onClick={() => onDone({ answer: true })}>
            Yes
          </Button>
          <Button kind="outline" disabled={pending} onClick={() => onDone({ answer: false })}>
            No
          </Button>
        </div>
      ) : (
        <Button
          kind="act"
          type="submit"
          className="min-h-14 w-full max-w-md text-lg"
          disabled={pending || left > 0 || (step.kind === "MEASURE" && value === null)}
        >
          {step.kind === "MEASURE" ? "Save" : step.kind === "WAIT" ? "It is warm" : "Done"}
        </Button>
      )}
    </form>
  );
}

/** Whole seconds until a moment by this device's clock; 0 when it is over, or there is none. */
function useSecondsLeft(until: string | null): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (until === null) {
      return;
    }
    const timer = setInterval(() => setNow(Date.now()), 500);
    return () => clearInterval(timer);
  }, [until]);
  return until === null ? 0 : Math.max(0, Math.ceil((Date.parse(until) - now) / 1_000));
}
