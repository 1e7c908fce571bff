import { RigDrawing } from "../../ui/RigDrawing";
import { ServedBy } from "../gateways/ServedBy";
import { Formula } from "../../ui/Formula";
import type { Command } from "./command";
import type { Run } from "./useRun";
import { WaysOut } from "./WaysOut";

/** Beside the work: cautions for this step, the gas and how it gets to the sensors, the steps, the ways out. */
export function RunSide({ run, send, onUndo }: { run: Run; send: (command: Command) => void; onUndo: () => void }) {
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
            aria-current={step.progress === "NOW" ? "step" : undefined}
            className={`border-l-4 py-0.5 pl-3 ${step.progress === "NOW" ? "border-act font-bold" : step.progress === "DONE" ? "border-act text-soft" : "border-line text-soft"}`}
          >
            {step.title}{" "}
            {step.about.length > 0 && (
              <span className="text-sm">
                <Formula text={step.about.join(" ")} />{" "}
              </span>
            )}
            <span className="text-sm">{step.progress === "DONE" ? "done" : step.progress === "SKIPPED" ? "not needed" : ""}</span>
          </li>
        ))}
      </ol>
      <div>
        <p className="text-sm text-soft">
          {run.technician} · {run.assetTag} · {run.crew} · readings {run.typed ? "typed" : "over the link"}
        </p>
        {open && !run.typed && <ServedBy serial={run.serial} />}
        {run.countersignedBy && <p className="font-semibold">{run.countersignedBy} answers for it: adjusted under countersignature.</p>}
        {run.typed && !run.gatewayServes && open && (
          <p className="text-sm font-semibold">No gateway serves this detector: type each reading.</p>
        )}
        {run.timeScale !== 1 && <p className="text-sm font-semibold">Simulated: time goes {run.timeScale} times as fast.</p>}
      </div>
      {open && run.mine && <WaysOut run={run} send={send} onUndo={onUndo} />}
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
      <RigDrawing rig={run.rig} from={cylinder.id} />
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
