import { Formula } from "../../ui/Formula";
import { rigWords } from "./RigLine";
import type { Command } from "./command";
import type { Run } from "./useRun";
import { WaysOut } from "./WaysOut";

/** Beside the work: cautions for this step, the gas and how it gets to the sensors, the steps, the ways out. */
export function RunSide({ run, send }: { run: Run; send: (command: Command) => void }) {
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
            {step.title}{" "}
            {step.about.length > 0 && (
              <span className="text-sm">
                <Formula text={step.about.join(" ")} />{" "}
              </span>
            )}
            <span className="text-sm">{step.standing === "done" ? "done" : step.standing === "skipped" ? "not needed" : ""}</span>
          </li>
        ))}
      </ol>
      <div>
        <p className="text-sm text-soft">
          {run.technician} · {run.assetTag} · {run.crew} · readings {run.typed ? "typed" : "over the link"}
        </p>
        {run.timeScale !== 1 && <p className="text-sm font-semibold">Simulated: time goes {run.timeScale} times as fast.</p>}
      </div>
      {open && run.mine && <WaysOut run={run} send={send} />}
    </aside>
  );
}

/** What stands at the end of the tubing, drawn in the same line. */
const ends: Record<Run["rig"]["delivery"], string> = {
  CUP: "M206 8 h34 q14 11 0 22 h-34 Z",
  TEE: "M206 19 H262 M234 19 V4 M228 10 L234 3 L240 10",
  DIRECT: "M206 19 H238 M238 8 h22 v22 h-22 Z",
  BAG: "M206 19 q26 -22 52 0 q-26 22 -52 0",
  STATION: "M206 4 h54 v30 h-54 Z M206 19 h14",
};

const endWords: Record<Run["rig"]["delivery"], string> = { CUP: "cup", TEE: "open tee", DIRECT: "inlet", BAG: "bag", STATION: "station" };

function Gas({ run }: { run: Run }) {
  const cylinder = run.cylinder;
  if (!cylinder) {
    return null;
  }
  return (
    <section aria-label="Gas in hand">
      <h2 className="text-lg font-bold">{cylinder.id}</h2>
      <p className="text-sm text-soft">certificate {cylinder.certificateNumber}</p>
      <svg viewBox="0 0 270 46" className="my-2 w-full" role="img" aria-label={`Cylinder ${cylinder.id}, ${rigWords(run.rig)}`}>
        <g className="fill-none stroke-ink" strokeWidth="2">
          <rect x="2" y="8" width="46" height="22" rx="8" />
          <path d="M48 19 H78 M102 19 H206" />
          <circle cx="90" cy="19" r="12" />
          <path d={ends[run.rig.delivery]} />
        </g>
        <text x="116" y="14" className="fill-ink text-[13px]">
          {run.rig.regulator.kind === "DEMAND" ? "on demand" : `${run.rig.regulator.litresPerMinute} L/min`}
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
            {endWords[run.rig.delivery]}
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
