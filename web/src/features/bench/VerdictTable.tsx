import { Formula } from "../../ui/Formula";
import { Mark } from "../../ui/Mark";
import { Why } from "../../ui/Working";
import { decimals } from "./SensorPanel";
import type { Run } from "./useRun";

/** Every sensor with its verdicts and how they came about. */
export function VerdictTable({ run }: { run: Run }) {
  return (
    <section aria-label="Verdicts">
      {run.remark && <p className="border-caution bg-caution-wash mb-3 border-l-4 p-3 font-semibold">{run.remark}</p>}
      <ul className="grid gap-3 sm:grid-cols-2">
        {run.sensors.map((sensor) => (
          <li key={sensor.slot} className={`bg-sheet border-2 p-3 ${sensor.verdict === "fail" ? "border-fail" : "border-line"}`}>
            <div className="flex items-baseline justify-between">
              <h3 className="text-2xl font-bold">
                <Formula text={sensor.formula} />
              </h3>
              <Mark verdict={sensor.result?.verdict.toLowerCase().replace("_", " ") ?? sensor.verdict} large />
            </div>
            <ul>
              {sensor.outcomes.map((outcome) => (
                <li key={outcome.stage} className="border-line border-t py-1">
                  <div className="flex flex-wrap items-baseline gap-x-3">
                    <Mark verdict={outcome.judgement.verdict.toLowerCase().replace("_", " ")} word={false} />
                    <span className="font-semibold">{outcome.stage.toLowerCase()}</span>
                    <span>{outcome.reading === null ? "no reading" : `${outcome.reading.toFixed(decimals(sensor.resolution))} ${sensor.unit}`}</span>
                    {outcome.responsePercent !== null && <span>{outcome.responsePercent.toFixed(1)} %</span>}
                    <span className="text-soft">{outcome.how}</span>
                  </div>
                  <Why working={outcome.judgement.working} />
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ul>
    </section>
  );
}
