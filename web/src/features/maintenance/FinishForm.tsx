import { useState, type SubmitEvent } from "react";
import type { Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { Field, LongField } from "../../ui/Field";
import { number } from "../../ui/number";
import { ErrorMessage } from "../../ui/ErrorMessage";

/** Which parts were used, and a remark. */
export function FinishForm({
  parts,
  pending,
  error,
  onFinish,
}: {
  parts: Schemas["MaintenancePart"][];
  pending: boolean;
  error: Error | null;
  onFinish: (body: Schemas["FinishMaintenance"]) => void;
}) {
  const [used, setUsed] = useState(() => Object.fromEntries(parts.map((part) => [part.name, String(part.count)])));
  const [remark, setRemark] = useState("");
  function submit(event: SubmitEvent) {
    event.preventDefault();
    onFinish({ remark, parts: Object.fromEntries(parts.map((part) => [part.name, number(used[part.name] ?? "") ?? 0])) });
  }
  return (
    <form onSubmit={submit} className="flex max-w-md flex-col gap-4">
      {parts.map((part) => (
        <Field
          key={part.name}
          label={`Used: ${part.name}`}
          inputMode="numeric"
          value={used[part.name] ?? ""}
          onChange={(event) => setUsed({ ...used, [part.name]: event.target.value })}
        />
      ))}
      <LongField
        label="Remark"
        hint="optional"
        rows={2}
        maxLength={500}
        value={remark}
        onChange={(event) => setRemark(event.target.value)}
      />
      <ErrorMessage error={error} />
      <Button kind="act" type="submit" className="min-h-14 text-lg" disabled={pending}>
        Finish the work
      </Button>
    </form>
  );
}
