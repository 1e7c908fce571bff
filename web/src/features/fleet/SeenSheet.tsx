import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { toast } from "sonner";
import { answer, api, once, type Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { RadioRow } from "../../ui/RadioRow";
import { Sheet } from "../../ui/Sheet";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { causesQuery } from "./queries";
import { word } from "../../ui/shown";

/** Something was seen to happen to a detector that makes it due at once. */
export function SeenSheet({ serial, onClose }: { serial: string; onClose: () => void }) {
  const queries = useQueryClient();
  const causes = useQuery(causesQuery);
  const [cause, setCause] = useState<Schemas["SeenBody"]["cause"] | null>(null);
  const [remark, setRemark] = useState("");
  const tell = useMutation({
    mutationFn: (seen: Schemas["SeenBody"]["cause"]) =>
      answer(
        api.POST("/api/v1/detectors/{serial}/triggers", {
          params: { path: { serial }, ...once() },
          body: { cause: seen, remark },
        }),
      ),
    onSuccess: async (now) => {
      await queries.invalidateQueries();
      toast(`${serial} is ${word(now.state)}: ${now.reason}`);
      onClose();
    },
  });
  function submit(event: SubmitEvent) {
    event.preventDefault();
    if (cause) {
      tell.mutate(cause);
    }
  }
  return (
    <Sheet open onClose={onClose} title={`Report an event: ${serial}`}>
      <form onSubmit={submit} className="flex flex-col gap-4">
        <p className="text-soft">It is due at once and is calibrated before anybody takes it out again.</p>
        {!causes.data ? (
          <Loading what="the causes" />
        ) : (
          <fieldset className="flex flex-col gap-1">
            <legend className="sr-only">Cause</legend>
            {causes.data.map((one) => (
              <RadioRow
                key={one.cause}
                name="cause"
                label={one.label}
                explanation={one.explanation}
                checked={cause === one.cause}
                onChoose={() => setCause(one.cause)}
              />
            ))}
          </fieldset>
        )}
        <Field label="Remark" hint="where and how, if it matters" value={remark} onChange={(event) => setRemark(event.target.value)} />
        <ErrorMessage error={tell.error} />
        <Button kind="act" type="submit" disabled={tell.isPending || cause === null}>
          Make it due
        </Button>
      </form>
    </Sheet>
  );
}
