import { useState, type ReactNode, type SubmitEvent } from "react";
import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { Sheet } from "../../ui/Sheet";

/** Something that is only done with a reason, which stays on the record. */
export function RunReasonSheet({
  open,
  title,
  act,
  onClose,
  onReason,
  children,
}: {
  open: boolean;
  title: string;
  act: string;
  onClose: () => void;
  onReason: (reason: string) => void;
  children: ReactNode;
}) {
  const [reason, setReason] = useState("");
  function submit(event: SubmitEvent) {
    event.preventDefault();
    onReason(reason);
    setReason("");
    onClose();
  }
  return (
    <Sheet open={open} onClose={onClose} title={title}>
      <form onSubmit={submit} className="flex flex-col gap-4">
        {children}
        <Field
          label="Why"
          required
          autoComplete="off"
          value={reason}
          onChange={(event) => setReason(event.target.value)}
          hint="a few words"
        />
        <Button kind="grave" type="submit">
          {act}
        </Button>
      </form>
    </Sheet>
  );
}
