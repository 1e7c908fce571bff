import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { toast } from "sonner";
import { answer, api, once, type Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { counted } from "../../ui/counted";
import { DateField } from "../../ui/DateField";
import { Choice, Field } from "../../ui/Field";
import { LabelsLink } from "../../ui/LabelsLink";
import { Sheet } from "../../ui/Sheet";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { word } from "../../ui/shown";
import { causesQuery } from "./queries";

type BulkActionKind = Schemas["BulkActionBody"]["action"];
type Cause = NonNullable<Schemas["BulkActionBody"]["cause"]>;

const titles: Record<BulkActionKind, string> = {
  REPORT_EVENT: "Report an event for them",
  CHECK_OUT: "Check them out",
  RETURN: "Return them",
};

/** What can be done to all that are chosen. */
export function SelectionBar({ serials, onClear }: { serials: string[]; onClear: () => void }) {
  const [action, setAction] = useState<BulkActionKind | null>(null);
  return (
    <div
      role="region"
      aria-label="Selected"
      className="sticky bottom-0 z-10 flex flex-wrap items-center gap-3 border-t-2 border-ink bg-band px-4 py-2"
    >
      <strong className="text-lg">{counted(serials.length, "detector")} selected</strong>
      <Button onClick={() => setAction("REPORT_EVENT")}>Report an event</Button>
      <Button onClick={() => setAction("CHECK_OUT")}>Check out</Button>
      <Button onClick={() => setAction("RETURN")}>Return</Button>
      <LabelsLink detectors={serials}>Labels</LabelsLink>
      <Button kind="quiet" onClick={onClear}>
        Clear selection
      </Button>
      {action && <BulkActionSheet action={action} serials={serials} onClose={() => setAction(null)} onDone={onClear} />}
    </div>
  );
}

function BulkActionSheet({
  action,
  serials,
  onClose,
  onDone,
}: {
  action: BulkActionKind;
  serials: string[];
  onClose: () => void;
  onDone: () => void;
}) {
  const queries = useQueryClient();
  const causes = useQuery({ ...causesQuery, enabled: action === "REPORT_EVENT" });
  const [cause, setCause] = useState<Cause>("MOVED");
  const [to, setTo] = useState("");
  const [backBy, setBackBy] = useState("");
  const [remark, setRemark] = useState("");
  const [preview, setPreview] = useState<Schemas["BulkActionRow"][] | null>(null);
  const send = useMutation({
    mutationFn: (act: boolean) =>
      answer(
        api.POST("/api/v1/detector-bulk-actions", {
          params: once(),
          body: {
            serials,
            action,
            cause: action === "REPORT_EVENT" ? cause : null,
            to: action === "CHECK_OUT" ? to : null,
            backBy: action === "CHECK_OUT" && backBy ? backBy : null,
            remark,
            act,
          },
        }),
      ),
    onSuccess: async (view) => {
      if (!view.act) {
        setPreview(view.rows);
        return;
      }
      await queries.invalidateQueries();
      const done = view.rows.filter((row) => row.state).length;
      toast(`${titles[action]}: done for ${done} of ${view.rows.length}.`);
      onClose();
      onDone();
    },
  });
  const may = preview?.filter((row) => row.state).length ?? 0;
  function submit(event: SubmitEvent) {
    event.preventDefault();
    send.mutate(preview !== null);
  }
  return (
    <Sheet open onClose={onClose} title={`${titles[action]} · ${serials.length}`}>
      <form onSubmit={submit} onChange={() => setPreview(null)} className="flex flex-col gap-4">
        {action === "REPORT_EVENT" && (
          <>
            <Choice label="What happened" value={cause} onChange={(event) => setCause(event.target.value as Cause)}>
              {causes.data?.map((one) => (
                <option key={one.cause} value={one.cause}>
                  {one.label}
                </option>
              ))}
            </Choice>
            <Field label="Remark" value={remark} onChange={(event) => setRemark(event.target.value)} />
          </>
        )}
        {action === "CHECK_OUT" && (
          <>
            <Field label="Who takes them" required value={to} onChange={(event) => setTo(event.target.value)} hint="a crew or a person" />
            <DateField label="Back by" value={backBy} onDay={setBackBy} hint="empty: open" />
          </>
        )}
        {preview && (
          <ul aria-label="Preview" className="max-h-72 overflow-y-auto border-y border-line">
            {preview.map((row) => (
              <li key={row.serial} className="border-b border-line py-1">
                <strong className={row.state ? "" : "text-fail"}>
                  {row.serial}
                  {!row.state && ", not changed"}
                </strong>
                : {row.state && `${word(row.state)}. `}
                {row.reason}
              </li>
            ))}
          </ul>
        )}
        <ErrorMessage error={send.error} />
        <Button kind="act" type="submit" disabled={send.isPending || (preview !== null && may === 0)}>
          {preview === null ? "Preview" : `Apply to ${may}`}
        </Button>
      </form>
    </Sheet>
  );
}
