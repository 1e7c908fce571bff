import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { toast } from "sonner";
import { answer, api, once } from "../../api/client";
import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { Sheet } from "../../ui/Sheet";
import { ErrorMessage } from "../../ui/ErrorMessage";

/** Puts an entry right. The entry itself stays as it is; a new one points to it. */
export function CorrectSheet({ entry, onClose }: { entry: { seq: number; title: string; detector: string | null }; onClose: () => void }) {
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
    <Sheet open onClose={onClose} title={`Put entry ${entry.seq} right`}>
      <form onSubmit={submit} className="flex flex-col gap-4">
        <p className="text-soft">
          {entry.title} {entry.detector}: the entry stays as it is and nothing is judged again. A new entry says what is right.
        </p>
        <Field label="What is right" required value={right} onChange={(event) => setRight(event.target.value)} />
        <Field label="Why it was wrong" required value={why} onChange={(event) => setWhy(event.target.value)} />
        {entry.detector && (
          <label className="flex min-h-11 items-center gap-3 font-semibold">
            <input
              type="checkbox"
              className="size-5 accent-act"
              checked={checkAgain}
              onChange={(event) => setCheckAgain(event.target.checked)}
            />
            Check {entry.detector} again: it is due at once
          </label>
        )}
        <ErrorMessage error={correct.error} />
        <Button kind="act" type="submit" disabled={correct.isPending}>
          Put it right
        </Button>
      </form>
    </Sheet>
  );
}
