import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, freshId } from "../../api/client";
import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { SecretPad } from "../../ui/SecretPad";
import { Sheet } from "../../ui/Sheet";
import { newest } from "./newest";
import type { Run } from "./useRun";

/** A lead comes to the bench and answers for somebody whose competence has ended. */
export function Countersign({ runId, technician }: { runId: string; technician: string }) {
  const queries = useQueryClient();
  const [open, setOpen] = useState(false);
  const [lead, setLead] = useState("");
  const countersign = useMutation({
    mutationFn: (secret: string) =>
      answer(
        api.POST("/api/v1/runs/{id}/countersignature", {
          params: { path: { id: runId } },
          body: { clientId: freshId(), lead, secret },
        }),
      ),
    onSuccess: (run) => {
      queries.setQueryData<Run>(["run", runId], (before) => newest(before, run));
      setOpen(false);
    },
  });
  return (
    <>
      <Button className="mt-2 block" onClick={() => setOpen(true)}>
        A lead countersigns
      </Button>
      <Sheet open={open} onClose={() => setOpen(false)} title={`Countersign for ${technician}`}>
        <p className="mb-4 text-lg">{technician} adjusts under your eyes, and the record names you. It is the lead who types here.</p>
        <Field
          label="Sign-in name of the lead"
          required
          autoComplete="off"
          className="mb-4 max-w-sm"
          value={lead}
          onChange={(event) => setLead(event.target.value)}
        />
        <SecretPad
          pin
          first={false}
          action="Countersign"
          pending={countersign.isPending}
          error={countersign.error}
          onGive={(secret) => countersign.mutate(secret)}
        />
      </Sheet>
    </>
  );
}
