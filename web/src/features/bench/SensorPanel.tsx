import clsx from "clsx";
import { useEffect, useState, type ReactNode } from "react";
import { Formula } from "../../ui/Formula";
import { Mark } from "../../ui/Mark";
import { SensorChart } from "./SensorChart";
import type { TraceBuffer } from "./TraceBuffer";
import type { Run } from "./useRun";

type Sensor = Run["sensors"][number];

export function decimals(resolution: number): number {
  return Math.max(0, Math.ceil(-Math.log10(resolution)));
}

/** The latest reading as the display has it, refreshed a few times a second. */
export function useLatest(buffer: TraceBuffer, slot: number): number | null {
  const [value, setValue] = useState(() => buffer.latest(slot));
  useEffect(() => {
    let last = 0;
    const show = () => {
      const now = performance.now();
      if (now - last > 180) {
        last = now;
        setValue(buffer.latest(slot));
      }
    };
    const stop = buffer.listen(show);
    const trailing = setInterval(() => setValue(buffer.latest(slot)), 500);
    return () => {
      stop();
      clearInterval(trailing);
    };
  }, [buffer, slot]);
  return value;
}

const progressLook: Record<string, string> = {
  "not settled": "border-dashed border-ink",
  settled: "border-act bg-band font-bold",
  accepted: "border-act",
  failed: "border-fail bg-fail-wash text-fail font-bold",
  idle: "border-transparent text-soft",
};

export function SensorPanel({ sensor, buffer, progress, typed, chart, entry }: { sensor: Sensor; buffer: TraceBuffer; progress: string; typed: boolean; chart: boolean; entry?: ReactNode }) {
  const latest = useLatest(buffer, sensor.slot);
  const judged = sensor.outcomes.at(-1);
  return (
    <section aria-label={sensor.gas} className={clsx("bg-sheet flex min-w-0 flex-col border px-3 pt-2 pb-1", progress === "failed" ? "border-fail border-2" : "border-line")}>
      <div className="flex items-baseline justify-between gap-2">
        <h3 className="text-2xl font-bold">
          <Formula text={sensor.formula} />
        </h3>
        <span className={clsx("border px-2 text-sm", progressLook[progress])}>{progress}</span>
      </div>
      <div className="flex flex-wrap items-baseline justify-between gap-x-3">
        <p className="text-5xl leading-tight font-bold">
          {latest === null ? "–" : latest.toFixed(decimals(sensor.resolution))} <span className="text-soft text-lg font-normal">{sensor.unit}</span>
        </p>
        {sensor.expected !== null && (
          <p className="text-soft">
            label <strong className="text-ink">{Number(sensor.expected.toFixed(3))}</strong>
          </p>
        )}
      </div>
      {chart && <SensorChart sensor={sensor} buffer={buffer} progress={progress} typed={typed} />}
      {entry}
      {judged && (
        <p className="flex flex-wrap items-center gap-x-3 border-t border-dotted border-current py-1 text-sm">
          <span className="text-soft">{judged.stage.toLowerCase()}</span>
          <Mark verdict={judged.judgement.verdict.toLowerCase().replace("_", " ")} />
          {judged.responsePercent !== null && <span>{judged.responsePercent.toFixed(1)} %</span>}
          <span className="text-soft">{judged.how}</span>
        </p>
      )}
    </section>
  );
}
