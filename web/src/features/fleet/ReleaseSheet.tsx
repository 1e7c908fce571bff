import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { toast } from "sonner";
import { answer, api, once } from "../../api/client";
import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { Sheet } from "../../ui/Sheet";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { word } from "../../ui/shown";

/** A lead releases a detector from hold, and says what was done. */
export function ReleaseSheet({ serial, open, onClose }: { serial: string; open: boolean; onClose: () => void }) {
  const queries = useQueryClient();
  const [remark, setRemark] = useState("");
  const release = useMutation({
    mutationFn: () => answer(api.POST("/api/v1/detectors/{serial}/release", { params: { path: { serial }, ...once() }, body: { remark } })),
    onSuccess: async (detector) => {
      await queries.invalidateQueries();
      toast(`${serial} is released: ${word(detector.state)}.`);
      onClose();
    },
  });
  function submit(event: SubmitEvent) {
    event.preventDefault();
    release.mutate();
  }
  return (
    <Sheet open={open} onClose={onClose} title={`Release ${serial} from hold`}>
      <form onSubmit={submit} className="flex flex-col gap-4">
        <Field
          label="What was done"
          required
          value={remark}
          onChange={(event) => setRemark(event.target.value)}
          hint="for example: CO sensor replaced, calibrate before use"
        />
        <ErrorMessage error={release.error} />
        <Button kind="act" type="submit" disabled={release.isPending}>
          Release
        </Button>
      </form>
    </Sheet>
  );
}
