import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { toast } from "sonner";
import { answer, api, once } from "../../api/client";
import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { Sheet } from "../../ui/Sheet";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { agree, counted } from "../../ui/counted";

type Scope = "CYLINDER" | "LOT";

/** Gas that was found bad after the fact: what would be touched is shown before anything is. */
export function RecallSheet({ tag, lot, onClose }: { tag: string; lot: string; onClose: () => void }) {
  const queries = useQueryClient();
  const [scope, setScope] = useState<Scope>("CYLINDER");
  const [reason, setReason] = useState("");
  const named = scope === "LOT" ? lot : tag;
  const preview = useQuery({
    queryKey: ["recalls", "preview", scope, named],
    queryFn: () => answer(api.GET("/api/v1/recalls/preview", { params: { query: { scope, named } } })),
  });
  const recall = useMutation({
    mutationFn: () => answer(api.POST("/api/v1/recalls", { params: once(), body: { scope, named, reason } })),
    onSuccess: async (done) => {
      await queries.invalidateQueries();
      toast(`Recalled: ${done.what}.`);
      onClose();
    },
  });
  function submit(event: SubmitEvent) {
    event.preventDefault();
    recall.mutate();
  }
  return (
    <Sheet open onClose={onClose} title="Recall gas">
      <form onSubmit={submit} className="flex flex-col gap-4">
        <fieldset className="flex flex-wrap gap-2">
          <legend className="mb-1 font-semibold">What is bad?</legend>
          {(["CYLINDER", "LOT"] as const).map((one) => (
            <label
              key={one}
              className="flex min-h-11 cursor-pointer items-center border border-ink bg-sheet px-4 has-checked:border-act has-checked:bg-act has-checked:text-on-act has-focus-visible:outline-2"
            >
              <input type="radio" name="scope" className="sr-only" checked={scope === one} onChange={() => setScope(one)} />
              {one === "LOT" ? `The whole lot ${lot}` : `Cylinder ${tag}`}
            </label>
          ))}
        </fieldset>
        <ErrorMessage error={preview.error} />
        {preview.data ? (
          <div className="border-l-4 border-caution bg-caution-wash px-3 py-2">
            <p className="text-lg font-semibold">
              {preview.data.detectors.length === 0
                ? "No detector relies on it."
                : `${counted(preview.data.detectors.length, "detector becomes", "detectors become")} due at once`}
            </p>
            <p>
              {preview.data.cylinders.join(", ")} {agree(preview.data.cylinders.length, "goes", "go")} on hold.{" "}
              {counted(preview.data.runs, "run")}
              used this gas; their verdicts stay as they are.
            </p>
            <p className="max-h-40 overflow-y-auto">
              {preview.data.detectors.map((d) => (
                <span key={d.serial} className="mr-3 inline-block whitespace-nowrap">
                  {d.serial}
                </span>
              ))}
            </p>
          </div>
        ) : (
          !preview.isError && <Loading what="the detectors that rely on it" />
        )}
        <Field
          label="What is wrong with the gas"
          required
          value={reason}
          onChange={(event) => setReason(event.target.value)}
          hint="it becomes the reason on every detector"
        />
        <ErrorMessage error={recall.error} />
        <Button kind="grave" type="submit" disabled={recall.isPending || !preview.data}>
          Recall it and make them due
        </Button>
      </form>
    </Sheet>
  );
}
