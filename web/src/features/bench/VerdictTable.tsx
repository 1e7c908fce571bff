import { onDay } from "../../app/dates";
import { Formula } from "../../ui/Formula";
import { Mark } from "../../ui/Mark";
import { shown, word } from "../../ui/shown";
import { WorkingLines } from "../../ui/Working";
import type { Run } from "./useRun";

type Sensor = Run["sensors"][number];
type Outcome = Sensor["outcomes"][number];

/** Every sensor with its verdicts and how they came about. */
export function VerdictTable({ run }: { run: Run }) {
  return (
    <section aria-label="Verdicts">
      {run.remark && <p className="mb-3 border-l-4 border-caution bg-caution-wash p-3 font-semibold">{run.remark}</p>}
      <ul className="grid items-start gap-3 sm:grid-cols-2">
        {failedFirst(run.sensors).map((sensor) => (
          <li key={sensor.slot} className={`border-2 bg-sheet p-3 ${sensor.verdict === "FAIL" ? "border-fail" : "border-line"}`}>
            <div className="flex items-baseline justify-between">
              <h3 className="text-2xl font-bold">
                <Formula text={sensor.formula} />
              </h3>
              <Mark verdict={sensor.result?.verdict ?? sensor.verdict} large />
            </div>
            {sensor.outcomes.filter(worthALine).map((outcome, i) => (
              <OutcomeLine key={i} outcome={outcome} sensor={sensor} />
            ))}
            {sensor.result?.due && (
              <details className="border-t border-line py-1">
                <summary className="flex min-h-8 cursor-pointer items-center gap-3 marker:content-none">
                  <span>
                    Next due <strong>{onDay(sensor.result.due.date)}</strong>
                  </span>
                  <span className="ml-auto text-act underline underline-offset-4">Why?</span>
                </summary>
                <WorkingLines working={sensor.result.due.working} />
              </details>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** A clear-down that went well tells nothing about the sensor. */
function worthALine(outcome: Outcome): boolean {
  return outcome.stage !== "CLEAR" || outcome.judgement.verdict !== "PASS";
}

/** What needs a decision stands where it is seen without scrolling. */
function failedFirst(sensors: Sensor[]): Sensor[] {
  const rank = (sensor: Sensor) => ["FAIL", "NOT_JUDGED", "MARGINAL", "PASS"].indexOf(sensor.verdict);
  return [...sensors].sort((a, b) => rank(a) - rank(b) || a.slot - b.slot);
}

function OutcomeLine({ outcome, sensor }: { outcome: Outcome; sensor: Sensor }) {
  return (
    <details className="border-t border-line py-1">
      <summary className="flex min-h-8 cursor-pointer flex-wrap items-center gap-x-3 marker:content-none">
        <Mark verdict={outcome.judgement.verdict} named={false} />
        <span className="font-semibold">{word(outcome.stage)}</span>
        <span>{outcome.reading === null ? "no reading" : `${shown(outcome.reading, sensor.resolution)} ${sensor.unit}`}</span>
        {outcome.responsePercent !== null && <span>{outcome.responsePercent.toFixed(1)} %</span>}
        <span className="text-soft">{outcome.how}</span>
        <span className="ml-auto text-act underline underline-offset-4">Why?</span>
      </summary>
      <WorkingLines working={outcome.judgement.working} />
    </details>
  );
}
