import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { answer, api, once } from "../../api/client";
import { Button } from "../../ui/Button";
import { Choice, Field } from "../../ui/Field";
import { Sheet } from "../../ui/Sheet";
import { ErrorMessage } from "../../ui/ErrorMessage";

type Where = "ON_HOLD" | "EMPTY" | "RETURNED";

/** Takes a cylinder out of use. */
export function AsideSheet({ tag, onClose }: { tag: string; onClose: () => void }) {
  const queries = useQueryClient();
  const [state, setState] = useState<Where>("ON_HOLD");
  const [reason, setReason] = useState("");
  const aside = useMutation({
    mutationFn: () => answer(api.POST("/api/v1/cylinders/{tag}/aside", { params: { path: { tag }, ...once() }, body: { state, reason } })),
    onSuccess: async () => {
      await queries.invalidateQueries();
      onClose();
    },
  });
  function submit(event: SubmitEvent) {
    event.preventDefault();
    aside.mutate();
  }
  return (
    <Sheet open onClose={onClose} title={`Quarantine ${tag}`}>
      <form onSubmit={submit} className="flex flex-col gap-4">
        <Choice label="As" value={state} onChange={(event) => setState(event.target.value as Where)}>
          <option value="ON_HOLD">on hold: a lead must look at it</option>
          <option value="EMPTY">empty</option>
          <option value="RETURNED">returned to the supplier</option>
        </Choice>
        <Field label="Reason" required value={reason} onChange={(event) => setReason(event.target.value)} />
        <ErrorMessage error={aside.error} />
        <Button kind="act" type="submit" disabled={aside.isPending}>
          Quarantine
        </Button>
      </form>
    </Sheet>
  );
}
