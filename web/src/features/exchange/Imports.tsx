import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { useSession } from "../../api/session";
import { atTime } from "../../app/dates";
import { Button } from "../../ui/Button";
import { word } from "../../ui/shown";
import { Told } from "../../ui/Told";
import { ImportRead } from "./ImportRead";
import { importsQuery, sendTable } from "./queries";
import { WithdrawSheet } from "./WithdrawSheet";

/** Detectors from a table: the file, what it would do, and the tables that came before. */
export function Imports() {
  const { zone } = useSession();
  const queries = useQueryClient();
  const imports = useQuery(importsQuery);
  const [open, setOpen] = useState<string | null>(null);
  const [withdrawing, setWithdrawing] = useState<string | null>(null);
  const file = useRef<HTMLInputElement>(null);
  const send = useMutation({
    mutationFn: sendTable,
    onSuccess: async (read) => {
      await queries.invalidateQueries({ queryKey: importsQuery.queryKey });
      setOpen(read.id);
    },
    onSettled: () => {
      if (file.current) {
        file.current.value = "";
      }
    },
  });
  const shown = imports.data?.find((one) => one.id === open);
  return (
    <section aria-labelledby="in">
      <h2 id="in" className="mb-1 text-xl font-bold">
        Detectors in
      </h2>
      <p className="mb-3 text-soft">
        A CSV file in UTF-8 or an XLSX workbook, one detector a line. Columns: serial and model; as far as known asset_tag, crew, location;
        for new ones sensor_1, sensor_2 and so on with the sensors’ serials. Nothing is changed before you have seen what it would do.
      </p>
      <label className="inline-flex min-h-13 cursor-pointer items-center gap-3 rounded-sm border-2 border-act bg-sheet px-5 text-lg font-semibold text-act focus-within:outline-3">
        {send.isPending ? "Reading …" : "Choose a table"}
        <input
          ref={file}
          type="file"
          accept=".csv,.xlsx,text/csv"
          className="sr-only"
          disabled={send.isPending}
          onChange={(event) => {
            const chosen = event.target.files?.[0];
            if (chosen) {
              send.mutate(chosen);
            }
          }}
        />
      </label>
      <Told error={send.error ?? imports.error} />
      {shown && <ImportRead key={shown.id} read={shown} />}
      {imports.data && imports.data.length > 0 && (
        <>
          <h3 className="mt-8 text-lg font-bold">Tables that came in</h3>
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
                  {one.by}, {atTime(one.at, zone)} · {word(one.phase === "READ" ? "looked at" : one.phase)} · {one.fresh} new, {one.changed}{" "}
                  changed
                </span>
                {one.phase === "APPLIED" && <Button onClick={() => setWithdrawing(one.id)}>Take it back</Button>}
              </li>
            ))}
          </ul>
        </>
      )}
      {withdrawing && <WithdrawSheet id={withdrawing} onClose={() => setWithdrawing(null)} />}
    </section>
  );
}
