import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { toast } from "sonner";
import { answer, api, once } from "../../api/client";
import { Button } from "../../ui/Button";
import { DateField } from "../../ui/DateField";
import { Field } from "../../ui/Field";
import { Sheet } from "../../ui/Sheet";
import { ErrorMessage } from "../../ui/ErrorMessage";

/** Who takes a detector along, and until when. */
export function LendSheet({ serial, onClose }: { serial: string; onClose: () => void }) {
  const queries = useQueryClient();
  const [to, setTo] = useState("");
  const [backBy, setBackBy] = useState("");
  const lend = useMutation({
    mutationFn: () =>
      answer(
        api.POST("/api/v1/detectors/{serial}/lending", {
          params: { path: { serial }, ...once() },
          body: { to, backBy: backBy || null },
        }),
      ),
    onSuccess: async (now) => {
      await queries.invalidateQueries();
      toast(`${serial}: ${now.reason}`);
      onClose();
    },
  });
  function submit(event: SubmitEvent) {
    event.preventDefault();
    lend.mutate();
  }
  return (
    <Sheet open onClose={onClose} title={`Check out ${serial}`}>
      <form onSubmit={submit} className="flex flex-col gap-4">
        <p className="text-soft">It counts as out until it is returned, or worked on at the bench.</p>
        <Field
          label="Who takes it"
          required
          autoComplete="off"
          value={to}
          onChange={(event) => setTo(event.target.value)}
          hint="a crew or a person"
        />
        <DateField label="Back by" value={backBy} onDay={setBackBy} hint="empty: open" />
        <ErrorMessage error={lend.error} />
        <Button kind="act" type="submit" disabled={lend.isPending}>
          Check out
        </Button>
      </form>
    </Sheet>
  );
}
