import { useQuery } from "@tanstack/react-query";
import clsx from "clsx";
import { useEffect, useState } from "react";
import { toast } from "sonner";
import { answer, api, type Schemas } from "../../api/client";
import { onDay } from "../../app/dates";
import { takeScans } from "../../app/scanner";
import { Formula } from "../../ui/Formula";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { Why } from "../../ui/Working";
import type { Rig } from "../../ui/rig";
import { useLanes } from "./lanes";
import { RigLine } from "./RigLine";
import type { Run } from "./useRun";

export type Candidate = Schemas["CandidateView"];

export interface Choice {
  cylinderId: string;
  /** Set where the rig is not the one that the manual asks for. */
  rig?: Rig;
  tag: string;
  setPointsChanged: number[];
  /** The technician has still to say that set points were changed, or that a regulator is kept for another family. */
  mustChange: boolean;
  familyAccepted: boolean;
}

const takesFamily = (candidate: Candidate) => candidate.fitness.warnings.some((warning) => warning.code === "rig-takes-family");
const differing = (candidate: Candidate) => candidate.fitness.label.filter((line) => line.sets && !line.agrees).map((line) => line.slot);
/** Nothing has to be declared before it is used. */
const servesAsItIs = (candidate: Candidate) => differing(candidate).length === 0 && !takesFamily(candidate);

/** The rig that was changed to on this page, else the one with the regulator that stays on the cylinder. */
function withRig(rig: Rig | null, candidate: Candidate): { rig?: Rig } {
  const used = rig ?? candidate.rig;
  return used ? { rig: used } : {};
}

/** A cylinder as it is picked first: with everything still to be declared. */
function picked(candidate: Candidate, rig: Rig | null): Choice {
  return {
    cylinderId: candidate.id,
    tag: candidate.tag,
    setPointsChanged: [],
    mustChange: !servesAsItIs(candidate),
    familyAccepted: false,
    ...withRig(rig, candidate),
  };
}

/** Which cylinder: every one on the shelf with its label beside the set points, and why one may not be used. */
export function CylinderChoice({ run, choice, onChoose }: { run: Run; choice: Choice | null; onChoose: (choice: Choice | null) => void }) {
  const [rig, setRig] = useState<Rig | null>(null);
  // Which cylinders serve which lanes: the stream pushes it, and the list is asked for again.
  const inUse = useLanes()
    .data?.map((lane) => `${lane.id} ${lane.cylinder ?? ""}`)
    .join();
  const cylinders = useQuery({
    queryKey: ["run", run.id, "cylinders", run.lastSeq, rig, inUse],
    placeholderData: (before) => before,
    queryFn: () => answer(api.GET("/api/v1/runs/{id}/cylinders", { params: { path: { id: run.id }, query: rig ? asQuery(rig) : {} } })),
  });
  const first = cylinders.data?.find((c) => c.fitness.refusals.length === 0 && servesAsItIs(c));
  const shelf = cylinders.data;
  // Somebody else may have taken, recalled or emptied what was chosen here.
  const gone = choice !== null && shelf?.some((c) => c.id === choice.cylinderId && c.fitness.refusals.length > 0);
  useEffect(() => {
    if ((choice === null || gone) && first) {
      onChoose(picked(first, rig));
    } else if (gone) {
      onChoose(null);
    }
  }, [choice, gone, first, onChoose, rig]);
  useEffect(
    () =>
      takeScans((text) => {
        const scanned = shelf?.find((c) => c.tag.toLowerCase() === text.trim().toLowerCase());
        if (scanned && scanned.fitness.refusals.length === 0) {
          onChoose(picked(scanned, rig));
        } else if (scanned) {
          toast(`Not ${scanned.tag}: ${scanned.fitness.refusals[0]?.reason ?? ""}`, { description: scanned.fitness.refusals[0]?.wayOut });
        }
        return scanned !== undefined;
      }),
    [shelf, onChoose, rig],
  );
  if (cylinders.isPending) {
    return <Loading what="the cylinders" />;
  }
  if (cylinders.isError) {
    return <ErrorMessage error={cylinders.error} />;
  }
  const allowed = cylinders.data.filter((c) => c.fitness.refusals.length === 0);
  const usable = allowed.filter(servesAsItIs);
  const declared = allowed.filter((c) => !servesAsItIs(c));
  const refused = cylinders.data.filter((c) => c.fitness.refusals.length > 0);
  const otherGases = refused.filter((c) =>
    c.fitness.refusals.some((r) => r.code === "cylinder-component-missing" || r.code === "cylinder-not-zero-air"),
  );
  const nearly = refused.filter((c) => !otherGases.includes(c));
  return (
    <>
      <RigLine
        rig={rig ?? choice?.rig ?? run.rig}
        onChange={(other) => {
          setRig(other);
          onChoose(null);
        }}
      />
      <div className="grid gap-4 xl:grid-cols-2">
        <fieldset className="min-w-0">
          <legend className="mb-1 text-xl font-bold">May be used</legend>
          {usable.length === 0 && (
            <p className="font-semibold text-fail">
              {declared.length > 0 ? "No cylinder may be used as it is." : "No cylinder may be used. Each has its reason beside it."}
            </p>
          )}
          <div className="flex flex-col gap-2">
            {usable.map((candidate) => (
              <UsableCylinder
                key={candidate.id}
                run={run}
                candidate={candidate}
                choice={choice?.cylinderId === candidate.id ? choice : null}
                onChoose={(one) => onChoose({ ...one, ...withRig(rig, candidate) })}
              />
            ))}
          </div>
          {declared.length > 0 && (
            <>
              <h3 className="mt-4 mb-1 text-xl font-bold">Only after a change</h3>
              <div className="flex flex-col gap-2">
                {declared.map((candidate) => (
                  <UsableCylinder
                    key={candidate.id}
                    run={run}
                    candidate={candidate}
                    choice={choice?.cylinderId === candidate.id ? choice : null}
                    onChoose={(one) => onChoose({ ...one, ...withRig(rig, candidate) })}
                  />
                ))}
              </div>
            </>
          )}
        </fieldset>
        <section>
          <h3 className="mb-1 text-xl font-bold">May not be used</h3>
          <ul className="flex flex-col gap-1">
            {nearly.map((candidate) => (
              <li key={candidate.id} className="border-l-4 border-fail py-1 pl-3">
                <p className="font-semibold">
                  {candidate.tag} <span className="font-normal text-soft">{candidate.certificateNumber}</span>
                </p>
                <p>{candidate.fitness.refusals[0]?.reason}</p>
                {candidate.fitness.refusals.length > 1 && (
                  <details>
                    <summary className="cursor-pointer text-sm text-act underline">
                      and {candidate.fitness.refusals.length - 1} more
                    </summary>
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
          {nearly.length === 0 && <p className="text-soft">Every cylinder with this gas may be used.</p>}
          {otherGases.length > 0 && (
            <details className="mt-3">
              <summary className="min-h-8 cursor-pointer text-act underline underline-offset-4">
                {otherGases.length} more hold something else
              </summary>
              <ul>
                {otherGases.map((candidate) => (
                  <li key={candidate.id}>
                    <strong>{candidate.tag}</strong> {candidate.fitness.refusals.map((refusal) => refusal.reason).join(" ")}
                  </li>
                ))}
              </ul>
            </details>
          )}
        </section>
      </div>
    </>
  );
}

function unitOf(run: Run, slot: number): string {
  return run.sensors.find((s) => s.slot === slot)?.unit ?? "";
}

function asQuery(rig: Rig) {
  return {
    ...(rig.regulator.tag && { tag: rig.regulator.tag }),
    regulator: rig.regulator.kind,
    flow: rig.regulator.litresPerMinute,
    family: rig.regulator.family,
    delivery: rig.delivery,
    tubing: rig.tubing.material,
    metres: rig.tubing.line.metres,
  };
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
  const toChange = differing(candidate);
  const family = candidate.fitness.warnings.find((warning) => warning.code === "rig-takes-family");
  const pick = (setPointsChanged: number[], familyAccepted: boolean) =>
    onChoose({
      cylinderId: candidate.id,
      tag: candidate.tag,
      setPointsChanged,
      familyAccepted,
      mustChange: setPointsChanged.length < toChange.length || (family !== undefined && !familyAccepted),
    });
  return (
    <div className={clsx("border-2 bg-sheet p-3", choice ? "border-act" : "border-line")}>
      <label className="flex min-h-11 cursor-pointer items-center gap-3">
        <input
          type="radio"
          name="cylinder"
          className="size-5 shrink-0 accent-act"
          checked={choice !== null}
          onChange={() => pick([], false)}
        />
        <span className="text-xl font-bold whitespace-nowrap">{candidate.tag}</span>
        <span className="min-w-0 text-soft">
          {candidate.certificateNumber}, expires {onDay(candidate.useBefore)}, {candidate.litresLeft.toFixed(1)} L left
          {candidate.rig?.regulator.tag && `, regulator ${candidate.rig.regulator.tag} on it`}
        </span>
      </label>
      <table className="w-full text-left">
        <thead className="text-sm text-soft">
          <tr>
            <th className="pr-3 font-normal">Sensor</th>
            <th className="pr-3 font-normal">Set point</th>
            <th className="pr-3 font-normal">Label</th>
            <th className="font-normal" />
          </tr>
        </thead>
        <tbody>
          {candidate.fitness.label.map((line) => (
            <tr key={line.slot}>
              <td className="pr-3 font-semibold">
                <Formula text={run.sensors.find((s) => s.slot === line.slot)?.formula ?? line.gasId} />
              </td>
              <td className="pr-3 whitespace-nowrap">{line.setPoint}</td>
              <td className={clsx("pr-3", !line.agrees && line.sets && "font-bold text-caution")}>{line.label}</td>
              <td>{line.agrees ? "agrees" : line.sets ? "differs" : "judged on the label"}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {candidate.fitness.label.map(
        (line) => line.correction && <Why key={line.slot} working={line.correction} label={`Why ${line.label}?`} />,
      )}
      {candidate.fitness.warnings.map((warning) => (
        <p key={warning.code + warning.reason} className="mt-1 border-l-4 border-caution pl-2 text-sm">
          {warning.reason} {warning.wayOut}
        </p>
      ))}
      {choice && family && (
        <label className="mt-2 flex min-h-11 items-center gap-3 bg-caution-wash px-2 font-semibold">
          <input
            type="checkbox"
            className="size-5 shrink-0 accent-act"
            checked={choice.familyAccepted}
            onChange={(event) => pick(choice.setPointsChanged, event.target.checked)}
          />
          Keep this regulator for this gas from now on
        </label>
      )}
      {choice && toChange.length > 0 && (
        <label className="mt-2 flex min-h-11 items-center gap-3 bg-caution-wash px-2 font-semibold">
          <input
            type="checkbox"
            className="size-5 accent-act"
            checked={choice.setPointsChanged.length === toChange.length}
            onChange={(event) => pick(event.target.checked ? toChange : [], choice.familyAccepted)}
          />
          I have changed the set point on the detector:{" "}
          {candidate.fitness.label
            .filter((line) => toChange.includes(line.slot))
            .map((line) => `${Number(line.expected.toFixed(3))} ${unitOf(run, line.slot)}`)
            .join(", ")}
        </label>
      )}
    </div>
  );
}
