import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { toast } from "sonner";
import { answer, api, once, type Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { DateField } from "../../ui/DateField";
import { Choice, Field } from "../../ui/Field";
import { LabelsLink } from "../../ui/LabelsLink";
import { Sheet } from "../../ui/Sheet";
import { Told } from "../../ui/Told";
import { causesQuery } from "./queries";

type Deed = Schemas["TogetherBody"]["deed"];
type Cause = NonNullable<Schemas["TogetherBody"]["cause"]>;

const titles: Record<Deed, string> = {
  HAPPENED: "Report an event for them",
  LEND: "Lend them",
  TAKE_BACK: "They are back",
};

/** What can be done to all that are chosen. */
export function TogetherBar({ serials, onClear }: { serials: string[]; onClear: () => void }) {
  const [deed, setDeed] = useState<Deed | null>(null);
  return (
    <div
      role="region"
      aria-label="Chosen"
      className="sticky bottom-0 z-10 flex flex-wrap items-center gap-3 border-t-2 border-ink bg-band px-4 py-2"
    >
      <strong className="text-lg">
        {serials.length} {serials.length === 1 ? "detector" : "detectors"} chosen
      </strong>
      <Button onClick={() => setDeed("HAPPENED")}>Report an event</Button>
      <Button onClick={() => setDeed("LEND")}>Lend</Button>
      <Button onClick={() => setDeed("TAKE_BACK")}>Back</Button>
      <LabelsLink detectors={serials}>Labels</LabelsLink>
      <Button kind="quiet" onClick={onClear}>
        Choose none
      </Button>
      {deed && <TogetherSheet deed={deed} serials={serials} onClose={() => setDeed(null)} onDone={onClear} />}
    </div>
  );
}

function TogetherSheet({ deed, serials, onClose, onDone }: { deed: Deed; serials: string[]; onClose: () => void; onDone: () => void }) {
  const queries = useQueryClient();
  const causes = useQuery({ ...causesQuery, enabled: deed === "HAPPENED" });
  const [cause, setCause] = useState<Cause>("MOVED");
  const [to, setTo] = useState("");
  const [backBy, setBackBy] = useState("");
  const [remark, setRemark] = useState("");
  const [said, setSaid] = useState<Schemas["TogetherRow"][] | null>(null);
  const send = useMutation({
    mutationFn: (act: boolean) =>
      answer(
        api.POST("/api/v1/detectors-together", {
          params: once(),
          body: {
            serials,
            deed,
            cause: deed === "HAPPENED" ? cause : null,
            to: deed === "LEND" ? to : null,
            backBy: deed === "LEND" && backBy ? backBy : null,
            remark,
            act,
          },
        }),
      ),
    onSuccess: async (view) => {
      if (!view.act) {
        setSaid(view.rows);
        return;
      }
      await queries.invalidateQueries();
      const done = view.rows.filter((row) => row.done).length;
      toast(`${titles[deed]}: done for ${done} of ${view.rows.length}.`);
      onClose();
      onDone();
    },
  });
  const may = said?.filter((row) => row.done).length ?? 0;
  function submit(event: SubmitEvent) {
    event.preventDefault();
    send.mutate(said !== null);
  }
  return (
    <Sheet open onClose={onClose} title={`${titles[deed]} · ${serials.length}`}>
      <form onSubmit={submit} onChange={() => setSaid(null)} className="flex flex-col gap-4">
        {deed === "HAPPENED" && (
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
        {deed === "LEND" && (
          <>
            <Field label="Who takes them" required value={to} onChange={(event) => setTo(event.target.value)} hint="a crew or a person" />
            <DateField label="Back by" value={backBy} onDay={setBackBy} hint="empty: open" />
          </>
        )}
        {said && (
          <ul aria-label="What it comes to" className="max-h-72 overflow-y-auto border-y border-line">
            {said.map((row) => (
              <li key={row.serial} className="border-b border-line py-1">
                <strong className={row.done ? "" : "text-fail"}>
                  {row.serial}
                  {!row.done && " not:"}
                </strong>{" "}
                {row.says}
              </li>
            ))}
          </ul>
        )}
        <Told error={send.error} />
        <Button kind="act" type="submit" disabled={send.isPending || (said !== null && may === 0)}>
          {said === null ? "See what it comes to" : `Do it for ${may}`}
        </Button>
      </form>
    </Sheet>
  );
}
