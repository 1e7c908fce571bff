import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { Sheet } from "../../ui/Sheet";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { none, WhichDetectors } from "./WhichDetectors";

export function NewGatewaySheet({ onClose, onAdded }: { onClose: () => void; onAdded: (added: Schemas["GatewayAdded"]) => void }) {
  const queries = useQueryClient();
  const [name, setName] = useState("");
  const [detectors, setDetectors] = useState(none);
  const add = useMutation({
    mutationFn: () => answer(api.POST("/api/v1/gateways", { body: { name, detectors } })),
    onSuccess: async (added) => {
      await queries.invalidateQueries({ queryKey: ["gateways"] });
      onAdded(added);
    },
  });
  function submit(event: SubmitEvent) {
    event.preventDefault();
    add.mutate();
  }
  return (
    <Sheet open onClose={onClose} title="Connect a gateway">
      <form onSubmit={submit} className="flex flex-col gap-4">
        <Field
          label="Name"
          required
          autoComplete="off"
          value={name}
          onChange={(event) => setName(event.target.value)}
          hint="where it is, for example workshop bench"
        />
        <WhichDetectors which={detectors} onChange={setDetectors} />
        <ErrorMessage error={add.error} />
        <Button kind="act" type="submit" disabled={add.isPending}>
          Add, and show its token
        </Button>
      </form>
    </Sheet>
  );
}
