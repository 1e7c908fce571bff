import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import clsx from "clsx";
import { useState } from "react";
import { toast } from "sonner";
import { answer, api } from "../../api/client";
import { Button } from "../../ui/Button";
import { Mark } from "../../ui/Mark";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { importLinesQuery, type Import, type ImportLine } from "./queries";
import { counted } from "../../ui/counted";

const kinds = [
  { verdict: "REFUSED", word: "refused", count: (read: Import) => read.refused },
  { verdict: "NEW", word: "new", count: (read: Import) => read.fresh },
  { verdict: "CHANGED", word: "changed", count: (read: Import) => read.changed },
  { verdict: "SAME", word: "there already", count: (read: Import) => read.same },
] as const;

const actions = {
  DETECTORS: (n: number) => `Apply ${counted(n, "line")}`,
  CYLINDERS: (n: number) => `Register ${counted(n, "cylinder")}`,
  RUNS: (n: number) => `Sign and store ${counted(n, "job")}`,
};

const doneWords = {
  DETECTORS: (now: Import) => `In force: ${now.fresh} new, ${now.changed} changed.`,
  CYLINDERS: (now: Import) => `${counted(now.done, "cylinder")} registered.`,
  RUNS: (now: Import) => `On record: ${counted(now.done, "job")} from paper.`,
};

const cautions = {
  DETECTORS: null,
  CYLINDERS: "Each is compared with the outgoing cylinder before it sets a detector.",
  RUNS: "A calibration that fails puts its detector on hold, a bump that fails makes it due.",
};

/** What a table would do, kind by kind, and the way into force. */
export function ImportRead({ read }: { read: Import }) {
  const queries = useQueryClient();
  const [shown, setShown] = useState<(typeof kinds)[number]["verdict"]>(kinds.find((kind) => kind.count(read) > 0)?.verdict ?? "NEW");
  const [done, setDone] = useState<number | null>(null);
  const path = { path: { id: read.id } };
  const mend = useMutation({
    mutationFn: () => answer(api.POST("/api/v1/imports/{id}/mending", { params: path })),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["imports"] }),
  });
  const apply = useMutation({
    mutationFn: async () => {
      let now: Import;
      do {
        now = await answer(api.POST("/api/v1/imports/{id}/applying", { params: path }));
        setDone(now.done);
      } while (now.phase === "APPLYING");
      return now;
    },
    onSuccess: async (now) => {
      await queries.invalidateQueries();
      toast(doneWords[now.kind](now));
    },
    onSettled: () => setDone(null),
  });
  const wanted = read.fresh + read.changed;
  const open = read.phase === "READ" || read.phase === "APPLYING";
  return (
    <div className="mt-4 border-2 border-ink bg-sheet p-4">
      <h3 className="text-lg font-bold">{read.fileName}</h3>
      <div role="group" aria-label="Lines" className="my-2 flex flex-wrap">
        {kinds
          .filter((kind) => read.kind === "DETECTORS" || kind.verdict !== "CHANGED")
          .map((kind) => (
            <button
              key={kind.verdict}
              type="button"
              aria-pressed={shown === kind.verdict}
              onClick={() => setShown(kind.verdict)}
              className={clsx("min-h-11 border-b-4 px-3", shown === kind.verdict ? "border-act font-bold" : "border-transparent text-soft")}
            >
              {kind.count(read)} {kind.word}
            </button>
          ))}
      </div>
      <Lines read={read} verdict={shown} of={kinds.find((kind) => kind.verdict === shown)?.count(read) ?? 0} />
      {read.phase === "READ" && read.mendable > 0 && (
        <p className="mt-3 flex flex-wrap items-center gap-3 border-l-4 border-caution pl-3">
          {counted(read.mendable, "refused line")} can be taken as suggested.
          <Button disabled={mend.isPending} onClick={() => mend.mutate()}>
            Take the suggestions
          </Button>
        </p>
      )}
      <ErrorMessage error={mend.error ?? apply.error} />
      {open && wanted > 0 && (
        <p className="mt-4 flex flex-wrap items-center gap-4">
          <Button kind="act" className="min-h-13 text-lg" disabled={apply.isPending} onClick={() => apply.mutate()}>
            {read.phase === "APPLYING" && !apply.isPending ? `Go on: ${read.done} of ${wanted} are done` : actions[read.kind](wanted)}
          </Button>
          {done !== null && (
            <span className="flex items-center gap-2" role="status">
              {done} of {wanted}
            </span>
          )}
          {read.refused > 0 && <span className="text-soft">The {read.refused} refused stay out.</span>}
          {cautions[read.kind] && <span className="text-soft">{cautions[read.kind]}</span>}
        </p>
      )}
      {open && wanted === 0 && <p className="mt-3 font-semibold">There is nothing to put in force.</p>}
    </div>
  );
}

/** What a line tells of what it is about. */
function LineWords({ line, kind }: { line: ImportLine; kind: Import["kind"] }) {
  if (kind === "RUNS") {
    return <JobWords line={line} />;
  }
  const { model, asset_tag, crew, location, components, certificate, lot, use_before } = line.fields;
  const words =
    kind === "CYLINDERS"
      ? [components, certificate, lot && `lot ${lot}`, use_before && `expires ${use_before}`]
      : [model, asset_tag, crew, location];
  return <span className="text-soft">{words.filter(Boolean).join(" · ")}</span>;
}

/** A job that was done on paper: what it was, what each slot showed, what that comes to. */
function JobWords({ line }: { line: ImportLine }) {
  const { fields, verdict, failing } = line;
  const slots = [1, 2, 3, 4, 5, 6, 7].filter((slot) => fields[`zero_${slot}`] ?? fields[`gas_${slot}`]);
  return (
    <>
      {[fields.job, fields.on].filter(Boolean).join(" of ")}
      <span className="text-soft"> {[fields.cylinder && `on ${fields.cylinder}`, fields.done_by].filter(Boolean).join(", ")}</span>
      {verdict && (
        <span className="ml-3">
          <Mark verdict={verdict} />
        </span>
      )}
      <span className="block text-sm">
        {slots.map((slot) => (
          <span key={slot} className="mr-5 inline-block">
            {failing.includes(slot) && <Mark verdict="FAIL" named={false} />} <span className="text-soft">slot {slot}:</span>{" "}
            {[
              fields[`zero_${slot}`] !== undefined && `air ${fields[`zero_${slot}`]}`,
              fields[`gas_${slot}`] !== undefined && `gas ${fields[`gas_${slot}`]}`,
            ]
              .filter(Boolean)
              .join(", ")}
          </span>
        ))}
      </span>
    </>
  );
}

function Lines({ read, verdict, of }: { read: Import; verdict: string; of: number }) {
  const { id, kind } = read;
  const lines = useQuery(importLinesQuery(id, verdict));
  if (of === 0) {
    return <p className="py-2 text-soft">None.</p>;
  }
  if (!lines.data) {
    return lines.isError ? <ErrorMessage error={lines.error} /> : <Loading what="the lines" />;
  }
  return (
    <div>
      <ul>
        {lines.data.map((line) => (
          <li key={line.line} className="grid grid-cols-[4.5rem_1fr] gap-x-3 border-t border-line py-1">
            <span className="text-soft">line {line.line}</span>
            <div>
              <strong>{line.name || "unnamed"}</strong> <LineWords line={line} kind={kind} />
              {line.before && <span className="block text-sm text-soft">before: {line.before}</span>}
              {line.faults.map((fault) => (
                <p key={fault.column + fault.reason}>
                  <span className="font-semibold text-fail">{fault.column}</span> {fault.value && `“${fault.value}”`} {fault.reason}{" "}
                  {fault.wayOut}
                  {fault.instead !== null && (
                    <strong className="ml-1">{fault.instead === "" ? "Suggested: leave it empty." : `Suggested: ${fault.instead}`}</strong>
                  )}
                </p>
              ))}
            </div>
          </li>
        ))}
      </ul>
      {of > lines.data.length && (
        <p className="py-2 text-soft">
          The first {lines.data.length} of {of}.
        </p>
      )}
    </div>
  );
}
