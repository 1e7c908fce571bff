import { useMutation } from "@tanstack/react-query";
import clsx from "clsx";
import { Hand, Hourglass } from "lucide-react";
import { useState } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { Choice, Field } from "../../ui/Field";
import { Mark } from "../../ui/Mark";
import { number } from "../../ui/number";
import { clock } from "../../ui/shown";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { Why } from "../../ui/Working";
import type { Choices } from "./fieldSpecs";

export type DryRunOf = Schemas["DryRunView"] & { job: "CALIBRATION" | "BUMP" };

const usualStrength: Record<string, string> = { WEAK: "30", SLOW: "4", WANDERING: "4" };

/** The card worked on a simulated detector before anybody works by it. */
export function DryRun({
  card,
  sensors,
  choices,
  last,
  stale,
  onDone,
}: {
  card: string | null;
  sensors: { slot: number; name: string }[];
  choices: Choices;
  last: DryRunOf | null;
  stale: boolean;
  onDone: (run: DryRunOf) => void;
}) {
  const [job, setJob] = useState<"CALIBRATION" | "BUMP">("CALIBRATION");
  const [slot, setSlot] = useState("");
  const [fault, setFault] = useState<Schemas["DryRunBody"]["fault"]>("WEAK");
  const [strength, setStrength] = useState("30");
  const strengthIn = choices.faults.find((known) => known.value === fault)?.symbol ?? "";
  const run = useMutation({
    mutationFn: async (text: string) => ({
      job,
      ...(await answer(
        api.POST("/api/v1/card-dry-runs", {
          body: {
            card: text,
            job,
            slot: slot === "" ? null : Number(slot),
            fault: slot === "" ? null : fault,
            strength: number(strength) ?? 0,
          },
        }),
      )),
    }),
    onSuccess: onDone,
  });
  return (
    <section aria-labelledby="dry-run">
      <h2 id="dry-run" className="mb-2 text-xl font-bold">
        Dry run
      </h2>
      <div className="grid grid-cols-2 gap-3">
        <Choice label="Job" value={job} onChange={(event) => setJob(event.target.value as typeof job)}>
          <option value="CALIBRATION">calibration</option>
          <option value="BUMP">bump</option>
        </Choice>
        <Choice label="Sensors" value={slot} onChange={(event) => setSlot(event.target.value)}>
          <option value="">all sound</option>
          {sensors.map((sensor) => (
            <option key={sensor.slot} value={sensor.slot}>
              fault in {sensor.name}
            </option>
          ))}
        </Choice>
        {slot !== "" && (
          <Choice
            label="Fault"
            value={fault ?? ""}
            onChange={(event) => {
              setFault(event.target.value as typeof fault);
              setStrength(usualStrength[event.target.value] ?? "0");
            }}
          >
            {choices.faults.map((known) => (
              <option key={known.value} value={known.value}>
                {known.word}
              </option>
            ))}
          </Choice>
        )}
        {slot !== "" && strengthIn !== "" && (
          <Field
            label={`How much (${strengthIn})`}
            inputMode="decimal"
            value={strength}
            onChange={(event) => setStrength(event.target.value)}
          />
        )}
      </div>
      <Button
        kind="outline"
        className="mt-3 w-full"
        disabled={card === null || run.isPending}
        onClick={() => card !== null && run.mutate(card)}
      >
        Run on a simulated detector
      </Button>
      <ErrorMessage error={run.error} />
      {last && <Outcome run={last} stale={stale} />}
    </section>
  );
}

function Outcome({ run, stale }: { run: DryRunOf; stale: boolean }) {
  return (
    <div className="mt-3 flex flex-col gap-2">
      {stale && <p className="border-l-4 border-caution bg-caution-wash px-2 py-1">The card has changed since this dry run.</p>}
      <p role="status" className="flex flex-wrap items-center gap-x-3">
        {run.stuck ? <strong className="text-fail">does not come to an end</strong> : <Mark verdict={run.verdict} large />}
        <span className="text-soft">
          {run.job === "BUMP" ? "bump" : "calibration"}, {clock(run.seconds)} min, {run.litres.toFixed(1)} L from one cylinder
        </span>
      </p>
      {run.stuck && (
        <p>
          {run.stuck.reason} {run.stuck.wayOut}
        </p>
      )}
      {run.drawsMore && <p className="border-l-4 border-caution bg-caution-wash px-2 py-1">{run.drawsMore}</p>}
      <table className="w-full text-left text-sm">
        <caption className="sr-only">Every reading that was judged</caption>
        <tbody>
          {run.outcomes.map((outcome, i) => (
            <tr key={i} className="border-t border-line align-top">
              <th scope="row" className="py-1 pr-2 font-semibold whitespace-nowrap">
                {outcome.sensor}
              </th>
              <td className="py-1 pr-2">
                <Why working={outcome.working} label={`${outcome.stage}, ${outcome.reading ?? "no reading"}, ${outcome.how}`} />
              </td>
              <td className="py-1 text-right">
                <Mark verdict={outcome.verdict} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <details>
        <summary className="min-h-6 cursor-pointer text-act underline underline-offset-4">What the technician is asked for</summary>
        <ol className="mt-1 text-sm">
          {run.asked.map((asked, i) => (
            <li key={i} className="flex gap-2 border-t border-line py-1">
              <span className="w-11 shrink-0 text-right text-soft tabular-nums">{clock(asked.second)}</span>
              {asked.byHand ? (
                <Hand aria-label="by hand" className="mt-0.5 size-4 shrink-0" />
              ) : (
                <Hourglass aria-label="waiting" className="mt-0.5 size-4 shrink-0 text-soft" />
              )}
              <span className={clsx("min-w-0", !asked.byHand && "text-soft")}>{asked.sentence}</span>
            </li>
          ))}
        </ol>
      </details>
    </div>
  );
}
