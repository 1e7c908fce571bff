import { useQuery } from "@tanstack/react-query";
import clsx from "clsx";
import { useEffect } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { onDay } from "../../app/dates";
import { Formula } from "../../ui/Formula";
import { Loading, Told } from "../../ui/Told";
import type { Run } from "./useRun";

export type Candidate = Schemas["CandidateView"];

export interface Choice {
  cylinderId: string;
  tag: string;
  setPointsChanged: number[];
  /** The technician has still to say that set points were changed. */
  mustChange: boolean;
}

/** Which cylinder: every one on the shelf with its label beside the set points, and why one may not be used. */
export function CylinderChoice({ run, choice, onChoose }: { run: Run; choice: Choice | null; onChoose: (choice: Choice | null) => void }) {
  const cylinders = useQuery({
    queryKey: ["run", run.id, "cylinders", run.next.step],
    queryFn: () => answer(api.GET("/api/v1/runs/{id}/cylinders", { params: { path: { id: run.id } } })),
  });
  const first = cylinders.data?.find((c) => c.fitness.refusals.length === 0 && c.fitness.label.every((line) => line.agrees));
  useEffect(() => {
    if (choice === null && first) {
      onChoose({ cylinderId: first.id, tag: first.tag, setPointsChanged: [], mustChange: false });
    }
  }, [choice, first, onChoose]);
  if (cylinders.isPending) {
    return <Loading what="the shelf" />;
  }
  if (cylinders.isError) {
    return <Told error={cylinders.error} />;
  }
  const usable = cylinders.data.filter((c) => c.fitness.refusals.length === 0);
  const refused = cylinders.data.filter((c) => c.fitness.refusals.length > 0);
  return (
    <div className="grid gap-4 xl:grid-cols-2">
      <fieldset>
        <legend className="mb-1 text-xl font-bold">May be used</legend>
        {usable.length === 0 && (
          <p className="font-semibold text-fail">None of the cylinders may be used. The reasons stand beside each.</p>
        )}
        <div className="flex flex-col gap-2">
          {usable.map((candidate) => (
            <UsableCylinder
              key={candidate.id}
              run={run}
              candidate={candidate}
              choice={choice?.cylinderId === candidate.id ? choice : null}
              onChoose={onChoose}
            />
          ))}
        </div>
      </fieldset>
      <section>
        <h3 className="mb-1 text-xl font-bold">May not be used</h3>
        <ul className="flex flex-col gap-1">
          {refused.map((candidate) => (
            <li key={candidate.id} className="border-l-4 border-fail py-1 pl-3">
              <p className="font-semibold">
                {candidate.tag} <span className="font-normal text-soft">{candidate.certificateNumber}</span>
              </p>
              <p>{candidate.fitness.refusals[0]?.reason}</p>
              {candidate.fitness.refusals.length > 1 && (
                <details>
                  <summary className="cursor-pointer text-sm text-act underline">and {candidate.fitness.refusals.length - 1} more</summary>
                  <ul className="text-sm">
                    {candidate.fitness.refusals.slice(1).map((refusal) => (
                      <li key={refusal.code + refusal.reason}>{refusal.reason}</li>
                    ))}
                  </ul>
                </details>
              )}
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}

function UsableCylinder({
  run,
  candidate,
  choice,
  onChoose,
}: {
  run: Run;
  candidate: Candidate;
  choice: Choice | null;
  onChoose: (choice: Choice) => void;
}) {
  const differing = candidate.fitness.label.filter((line) => !line.agrees).map((line) => line.slot);
  const pick = (setPointsChanged: number[]) =>
    onChoose({ cylinderId: candidate.id, tag: candidate.tag, setPointsChanged, mustChange: setPointsChanged.length < differing.length });
  return (
    <div className={clsx("border-2 bg-sheet p-3", choice ? "border-act" : "border-line")}>
      <label className="flex min-h-11 cursor-pointer items-center gap-3">
        <input type="radio" name="cylinder" className="size-5 accent-act" checked={choice !== null} onChange={() => pick([])} />
        <span className="text-xl font-bold whitespace-nowrap">{candidate.tag}</span>
        <span className="text-soft">
          {candidate.certificateNumber}, use before {onDay(candidate.useBefore)}, {candidate.litresLeft.toFixed(1)} L left
        </span>
      </label>
      <table className="w-full text-left">
        <thead className="text-sm text-soft">
          <tr>
            <th className="font-normal">Sensor</th>
            <th className="font-normal">Set point</th>
            <th className="font-normal">Label</th>
            <th className="font-normal" />
          </tr>
        </thead>
        <tbody>
          {candidate.fitness.label.map((line) => (
            <tr key={line.slot}>
              <td className="font-semibold">
                <Formula text={run.sensors.find((s) => s.slot === line.slot)?.formula ?? line.gasId} />
              </td>
              <td>{line.setPoint}</td>
              <td className={line.agrees ? "" : "font-bold text-caution"}>{line.label}</td>
              <td>{line.agrees ? "agrees" : "differs"}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {candidate.fitness.warnings.map((warning) => (
        <p key={warning.code + warning.reason} className="mt-1 border-l-4 border-caution pl-2 text-sm">
          {warning.reason} {warning.wayOut}
        </p>
      ))}
      {choice && differing.length > 0 && (
        <label className="mt-2 flex min-h-11 items-center gap-3 bg-caution-wash px-2 font-semibold">
          <input
            type="checkbox"
            className="size-5 accent-act"
            checked={!choice.mustChange}
            onChange={(event) => pick(event.target.checked ? differing : [])}
          />
          I have changed the set point on the detector to the label
        </label>
      )}
    </div>
  );
}
