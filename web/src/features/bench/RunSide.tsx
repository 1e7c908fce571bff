import { useState, type SubmitEvent } from "react";
import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { Formula } from "../../ui/Formula";
import { Sheet } from "../../ui/Sheet";
import type { Command } from "./useCommand";
import type { Run } from "./useRun";

/** Beside the work: cautions for this step, the gas and how it gets to the sensors, the steps, the ways out. */
export function RunSide({ run, send }: { run: Run; send: (command: Command) => void }) {
  const [stopping, setStopping] = useState(false);
  const open = run.phase === "OPEN" || run.phase === "TO_SIGN";
  return (
    <aside aria-label="Beside the work" className="flex flex-col gap-5">
      {run.next.cautions.length > 0 && (
        <ul aria-label="Cautions for this step" className="flex flex-col gap-1 border-l-4 border-caution bg-caution-wash px-3 py-2">
          {run.next.cautions.map((caution) => (
            <li key={caution}>{caution}</li>
          ))}
        </ul>
      )}
      {run.cylinder && <Gas run={run} />}
      <ol aria-label="Steps" className="flex flex-col">
        {run.steps.map((step, i) => (
          <li
            key={i}
            aria-current={step.standing === "now" ? "step" : undefined}
            className={`border-l-4 py-0.5 pl-3 ${step.standing === "now" ? "border-act font-bold" : step.standing === "done" ? "border-act text-soft" : "border-line text-soft"}`}
          >
            {step.title} <span className="text-sm">{step.standing === "done" ? "done" : step.standing === "skipped" ? "skipped" : ""}</span>
          </li>
        ))}
      </ol>
      <div>
        <p className="text-sm text-soft">
          {run.technician} · {run.assetTag} · {run.crew} · readings {run.typed ? "typed" : "over the link"}
        </p>
        {run.timeScale !== 1 && <p className="text-sm font-semibold">Simulated: time goes {run.timeScale} times as fast.</p>}
      </div>
      {open && run.mine && (
        <div className="flex flex-wrap gap-2">
          {run.withdrawable !== null && (
            <Button onClick={() => send({ kind: "WITHDRAW", sequence: run.withdrawable })} title="Backspace">
              Take last one back
            </Button>
          )}
          <Button kind="grave" onClick={() => setStopping(true)}>
            Stop the run
          </Button>
        </div>
      )}
      <StopSheet open={stopping} onClose={() => setStopping(false)} onStop={(reason) => send({ kind: "STOP", reason })} gasOn={run.gasOn} />
    </aside>
  );
}

function Gas({ run }: { run: Run }) {
  const cylinder = run.cylinder;
  if (!cylinder) {
    return null;
  }
  return (
    <section aria-label="Gas in hand">
      <h2 className="text-lg font-bold">{cylinder.id}</h2>
      <p className="text-sm text-soft">certificate {cylinder.certificateNumber}</p>
      <svg
        viewBox="0 0 270 46"
        className="my-2 w-full"
        role="img"
        aria-label={`Cylinder ${cylinder.id}, regulator at ${run.flowLitresPerMinute} litres a minute, tubing, cup`}
      >
        <g className="fill-none stroke-ink" strokeWidth="2">
          <rect x="2" y="8" width="46" height="22" rx="8" />
          <path d="M48 19 H78 M102 19 H206" />
          <circle cx="90" cy="19" r="12" />
          <path d="M206 8 h34 q14 11 0 22 h-34 Z" />
        </g>
        <text x="116" y="14" className="fill-ink text-[13px]">
          {run.flowLitresPerMinute} L/min
        </text>
        <g className="fill-soft text-[12px]">
          <text x="2" y="44">
            cylinder
          </text>
          <text x="70" y="44">
            regulator
          </text>
          <text x="136" y="44">
            tubing
          </text>
          <text x="212" y="44">
            cup
          </text>
        </g>
      </svg>
      <table className="w-full text-left text-sm">
        <thead className="text-soft">
          <tr>
            <th className="font-normal">Sensor</th>
            <th className="font-normal">Set point</th>
            <th className="font-normal">Label</th>
          </tr>
        </thead>
        <tbody>
          {cylinder.label.map((line) => (
            <tr key={line.slot}>
              <td className="font-semibold">
                <Formula text={run.sensors.find((s) => s.slot === line.slot)?.formula ?? ""} />
              </td>
              <td>{line.setPoint}</td>
              <td className={line.agrees ? "" : "font-bold text-caution"}>{line.label}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function StopSheet({
  open,
  onClose,
  onStop,
  gasOn,
}: {
  open: boolean;
  onClose: () => void;
  onStop: (reason: string) => void;
  gasOn: boolean;
}) {
  const [reason, setReason] = useState("");
  function submit(event: SubmitEvent) {
    event.preventDefault();
    onStop(reason);
    onClose();
  }
  return (
    <Sheet open={open} onClose={onClose} title="Stop the run">
      <form onSubmit={submit} className="flex flex-col gap-4">
        {gasOn && (
          <p className="border-l-4 border-caution bg-caution-wash p-3 font-semibold">Close the valve and take the cup off first.</p>
        )}
        <p>What was done stays on record. Nothing is renewed.</p>
        <Field label="Why" required value={reason} onChange={(event) => setReason(event.target.value)} hint="a few words" />
        <Button kind="grave" type="submit">
          Stop the run
        </Button>
      </form>
    </Sheet>
  );
}
