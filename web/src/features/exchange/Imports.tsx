import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { may, useSession, type Role } from "../../api/session";
import { atTime } from "../../app/dates";
import { Button } from "../../ui/Button";
import { word } from "../../ui/shown";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { ChooseTable } from "./ChooseTable";
import { ImportRead } from "./ImportRead";
import { importsQuery, sendTable, type Import } from "./queries";
import { WithdrawSheet } from "./WithdrawSheet";
import { counted } from "../../ui/counted";

const ways: { kind: Import["kind"]; role: Role; label: string; columns: string }[] = [
  {
    kind: "CYLINDERS",
    role: "TECHNICIAN",
    label: "Import cylinders",
    columns:
      "One cylinder per line: tag, certificate, lot, made_on, use_before, volume_l, full_bar, gauge_bar, balance; components as “methane 1.25 vol% ±2 %; oxygen 16 vol% ±1 %”.",
  },
  {
    kind: "DETECTORS",
    role: "LEAD",
    label: "Import detectors",
    columns:
      "One detector per line: serial and model; optional: asset_tag, crew, location; for new detectors the serials of their sensors in sensor_1, sensor_2 and so on.",
  },
  {
    kind: "RUNS",
    role: "LEAD",
    label: "Import jobs on paper",
    columns:
      "One calibration or bump per line: detector, job, on, done_by, cylinder; zero_1 and gas_1, zero_2 and gas_2 and so on with what each slot showed in clean air and on gas. They are judged by today’s cards and marked as typed.",
  },
];

const outcomes = {
  DETECTORS: (one: Import) => `${one.fresh} new, ${one.changed} changed`,
  CYLINDERS: (one: Import) => counted(one.fresh, "cylinder"),
  RUNS: (one: Import) => counted(one.fresh, "job"),
};

/** Imports: the file, what it would change, and earlier imports. */
export function Imports() {
  const session = useSession();
  const queries = useQueryClient();
  const imports = useQuery(importsQuery);
  const [open, setOpen] = useState<string | null>(null);
  const [withdrawing, setWithdrawing] = useState<Import | null>(null);
  const send = useMutation({
    mutationFn: ({ file, kind }: { file: File; kind: Import["kind"] }) => sendTable(file, kind),
    onSuccess: async (read) => {
      await queries.invalidateQueries({ queryKey: importsQuery.queryKey });
      setOpen(read.id);
    },
  });
  const shown = imports.data?.find((one) => one.id === open);
  return (
    <section aria-labelledby="in">
      <h2 id="in" className="mb-1 text-xl font-bold">
        Import
      </h2>
      <p className="mb-3 text-soft">
        A CSV file in UTF-8 or an XLSX workbook; the first line names the columns. Nothing is changed before you have seen what it would do.
      </p>
      {ways
        .filter((way) => may(session, way.role))
        .map((way) => (
          <div key={way.kind} className="grid gap-x-6 gap-y-2 border-t border-line py-3 sm:grid-cols-[15rem_minmax(0,1fr)]">
            <ChooseTable
              label={send.isPending && send.variables.kind === way.kind ? "Reading …" : way.label}
              disabled={send.isPending}
              onFile={(file) => send.mutate({ file, kind: way.kind })}
            />
            <p className="text-soft">{way.columns}</p>
          </div>
        ))}
      <ErrorMessage error={send.error ?? imports.error} />
      {shown && <ImportRead key={shown.id} read={shown} />}
      {imports.data && imports.data.length > 0 && (
        <>
          <h3 className="mt-8 text-lg font-bold">Earlier imports</h3>
          <ul className="border-t border-ink">
            {imports.data.map((one) => (
              <li key={one.id} className="flex flex-wrap items-center gap-x-4 border-b border-line py-1">
                <button
                  type="button"
                  aria-expanded={one.id === open}
                  className="min-h-11 text-left font-semibold underline underline-offset-4"
                  onClick={() => setOpen(one.id === open ? null : one.id)}
                >
                  {one.fileName}
                </button>
                <span className="grow text-soft">
                  {one.by}, {atTime(one.at, session.zone)} · {word(one.phase === "READ" ? "preview" : one.phase)} ·{" "}
                  {outcomes[one.kind](one)}
                </span>
                {one.phase === "APPLIED" && <Button onClick={() => setWithdrawing(one)}>Void</Button>}
              </li>
            ))}
          </ul>
        </>
      )}
      {withdrawing && <WithdrawSheet one={withdrawing} onClose={() => setWithdrawing(null)} />}
    </section>
  );
}
