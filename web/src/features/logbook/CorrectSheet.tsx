import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { toast } from "sonner";
import { answer, api, once } from "../../api/client";
import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { Sheet } from "../../ui/Sheet";
import { ErrorMessage } from "../../ui/ErrorMessage";

/** Corrects an entry by a new one that points to it; the entry itself stays as it is. */
export function CorrectSheet({ entry, onClose }: { entry: { seq: number; detector: string | null }; onClose: () => void }) {
  const queries = useQueryClient();
  const [right, setRight] = useState("");
  const [why, setWhy] = useState("");
  const [checkAgain, setCheckAgain] = useState(false);
  const correct = useMutation({
    mutationFn: () =>
      answer(
        api.POST("/api/v1/logbook/{seq}/corrections", {
          params: { path: { seq: entry.seq }, ...once() },
          body: { right, why, checkAgain },
        }),
      ),
    onSuccess: async () => {
      await queries.invalidateQueries();
      toast(`Entry ${entry.seq} is corrected. The original stays on record.`);
      onClose();
    },
  });
  function submit(event: SubmitEvent) {
    event.preventDefault();
    correct.mutate();
  }
  return (
    <Sheet open onClose={onClose} title={`Correct entry ${entry.seq}`}>
      <form onSubmit={submit} className="flex flex-col gap-4">
        <p className="text-soft">The entry itself stays on record and no result changes. A new entry states what is correct.</p>
        <Field label="What is correct" required value={right} onChange={(event) => setRight(event.target.value)} />
        <Field label="Why it was wrong" required value={why} onChange={(event) => setWhy(event.target.value)} />
        {entry.detector && (
          <label className="flex min-h-11 items-center gap-3 font-semibold">
            <input
              type="checkbox"
              className="size-5 accent-act"
              checked={checkAgain}
              onChange={(event) => setCheckAgain(event.target.checked)}
            />
            Make {entry.detector} due now
          </label>
        )}
        <ErrorMessage error={correct.error} />
        <Button kind="act" type="submit" disabled={correct.isPending}>
          Save correction
        </Button>
      </form>
    </Sheet>
  );
}
