import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { toast } from "sonner";
import { answer, api, asBody, once, type Schemas } from "../../api/client";
import { Button, buttonLook } from "../../ui/Button";
import { Told } from "../../ui/Told";

const words = {
  NEW: "will be registered",
  THERE: "on the shelf already",
  DIFFERENT: "left as it is on the shelf: there it has another",
  REFUSED: "refused",
};

/** Several cylinders at once from a table: what it would do is shown before it is done. */
export function CylinderSheet() {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [chosen, setChosen] = useState<File | null>(null);
  const send = useMutation({
    mutationFn: ({ file, apply }: { file: File; apply: boolean }) =>
      answer(api.POST("/api/v1/cylinders/sheet", { params: { query: { apply }, ...once() }, ...asBody(file) })),
    onSuccess: async (sheet) => {
      if (sheet.registered) {
        await queries.invalidateQueries();
        toast(`${sheet.toRegister} ${sheet.toRegister === 1 ? "cylinder" : "cylinders"} registered.`);
        await navigate({ to: "/gas" });
      }
    },
  });
  function look(file: File | undefined) {
    if (file) {
      setChosen(file);
      send.mutate({ file, apply: false });
    }
  }
  const sheet = send.data;
  const refused = sheet?.lines.filter((line) => line.standing === "REFUSED") ?? [];
  const there = sheet ? sheet.lines.length - sheet.toRegister - refused.length : 0;
  return (
    <div className="mx-auto w-full max-w-4xl px-4 py-4">
      <h1 className="text-3xl font-bold">Cylinders from a sheet</h1>
      <p className="mt-2">
        A CSV file in UTF-8 or an XLSX workbook, one cylinder a line:{" "}
        <code className="text-sm">tag, certificate, lot, made_on, use_before, volume_l, full_bar, gauge_bar, balance, components</code>
      </p>
      <label className="my-4 block">
        <span className="mb-1 block font-semibold">The file</span>
        <input
          type="file"
          accept=".csv,.xlsx,text/csv"
          className="block min-h-11 w-full border border-ink bg-sheet p-2 file:mr-4 file:min-h-8 file:border-0 file:bg-act file:px-3 file:text-on-act"
          onChange={(event) => look(event.target.files?.[0])}
        />
      </label>
      <Told error={send.error} />
      {sheet && (
        <>
          <p role="status" className="border-y-2 border-ink py-2 text-xl">
            <strong>{sheet.toRegister}</strong> new, <strong>{there}</strong> on the shelf already,{" "}
            <strong className={refused.length > 0 ? "text-fail" : ""}>{refused.length}</strong> refused
          </p>
          <ul>
            {sheet.lines.map((line) => (
              <Line key={line.line} line={line} />
            ))}
          </ul>
          <p className="my-4 flex flex-wrap gap-3">
            <Button kind="act" disabled={sheet.toRegister === 0} onClick={() => chosen && send.mutate({ file: chosen, apply: true })}>
              Register {sheet.toRegister} {sheet.toRegister === 1 ? "cylinder" : "cylinders"}
              {refused.length > 0 && ", leave the refused out"}
            </Button>
            <Link to="/gas" className={buttonLook()}>
              Back to the shelf
            </Link>
          </p>
        </>
      )}
    </div>
  );
}

function Line({ line }: { line: Schemas["SheetLine"] }) {
  return (
    <li className="border-b border-line py-2">
      <p className="flex flex-wrap gap-x-4">
        <span className="w-16 text-soft">line {line.line}</span>
        <strong className="w-24">{line.tag || "no tag"}</strong>
        <span className={line.standing === "REFUSED" ? "font-semibold text-fail" : line.standing === "NEW" ? "text-act" : "text-soft"}>
          {words[line.standing]}
          {line.different.length > 0 && ` ${line.different.join(", ")}`}
        </span>
      </p>
      {line.faults.length > 0 && (
        <ul className="mt-1 border-l-4 border-fail pl-3">
          {line.faults.map((fault, i) => (
            <li key={i}>
              <strong>{fault.column}</strong>
              {fault.value && <span className="text-soft"> “{fault.value}”</span>}: {fault.reason} {fault.wayOut}
            </li>
          ))}
        </ul>
      )}
    </li>
  );
}
