import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { Button } from "./Button";
import { Field } from "./Field";
import { Sheet } from "./Sheet";
import { ErrorMessage } from "./ErrorMessage";

/** Something that is done with a reason and nothing else. */
export function ReasonedSheet({
  title,
  label,
  action,
  send,
  onClose,
}: {
  title: string;
  label: string;
  action: string;
  send: (reason: string) => Promise<unknown>;
  onClose: () => void;
}) {
  const queries = useQueryClient();
  const [reason, setReason] = useState("");
  const done = useMutation({
    mutationFn: () => send(reason),
    onSuccess: async () => {
      await queries.invalidateQueries();
      onClose();
    },
  });
  function submit(event: SubmitEvent) {
    event.preventDefault();
    done.mutate();
  }
  return (
    <Sheet open onClose={onClose} title={title}>
      <form onSubmit={submit} className="flex flex-col gap-4">
        <Field label={label} required value={reason} onChange={(event) => setReason(event.target.value)} />
        <ErrorMessage error={done.error} />
        <Button kind="act" type="submit" disabled={done.isPending}>
          {action}
        </Button>
      </form>
    </Sheet>
  );
}
