import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { toast } from "sonner";
import { answer, api, once, type Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { Choice, Field } from "../../ui/Field";
import { Sheet } from "../../ui/Sheet";
import { ErrorMessage } from "../../ui/ErrorMessage";

const byTheRules = "rules";

/** A lead holds one detector to less than the site rules allow. */
export function ToleranceSheet({
  serial,
  tolerance,
  open,
  onClose,
}: {
  serial: string;
  tolerance: Schemas["ToleranceView"];
  open: boolean;
  onClose: () => void;
}) {
  const queries = useQueryClient();
  const [percent, setPercent] = useState(tolerance.own ? String(tolerance.own) : byTheRules);
  const [reason, setReason] = useState("");
  const set = useMutation({
    mutationFn: () =>
      answer(
        api.POST("/api/v1/detectors/{serial}/tolerance", {
          params: { path: { serial }, ...once() },
          body: { percent: percent === byTheRules ? null : Number(percent), reason },
        }),
      ),
    onSuccess: async (now) => {
      await queries.invalidateQueries();
      toast(`Checks of ${serial} are held to ±${now.tolerance.percent} %.`);
      onClose();
    },
  });
  function submit(event: SubmitEvent) {
    event.preventDefault();
    set.mutate();
  }
  return (
    <Sheet open={open} onClose={onClose} title={`Tolerance of ${serial}`}>
      <form onSubmit={submit} className="flex flex-col gap-4">
        <p className="text-soft">Runs that are on the bench go on by the figure that they were started with.</p>
        <Choice label="A check passes within" value={percent} onChange={(event) => setPercent(event.target.value)}>
          <option value={byTheRules}>what card and site rules say</option>
          {[5, 10, 15].map((one) => (
            <option key={one} value={one}>
              ±{one} % of the expected value
            </option>
          ))}
        </Choice>
        <Field
          label="Why"
          required
          autoComplete="off"
          value={reason}
          onChange={(event) => setReason(event.target.value)}
          hint="a few words"
        />
        <ErrorMessage error={set.error} />
        <Button kind="act" type="submit" disabled={set.isPending}>
          Set it
        </Button>
      </form>
    </Sheet>
  );
}
