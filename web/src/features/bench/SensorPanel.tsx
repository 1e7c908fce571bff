import clsx from "clsx";
import { useEffect, useState, type ReactNode } from "react";
import { Formula } from "../../ui/Formula";
import { Mark } from "../../ui/Mark";
import { decimals, shown, word } from "../../ui/shown";
import { SensorChart } from "./SensorChart";
import type { TraceBuffer } from "./TraceBuffer";
import type { Run } from "./useRun";

type Sensor = Run["sensors"][number];

const REFRESH_MS = 100;

/** The latest reading as the display has it, refreshed at most ten times a second. */
function useLatest(buffer: TraceBuffer, slot: number): number | null {
  const [value, setValue] = useState(() => buffer.latest(slot));
  useEffect(() => {
    let shownAt = 0;
    let later: ReturnType<typeof setTimeout> | undefined;
    const show = () => {
      later = undefined;
      shownAt = performance.now();
      setValue(buffer.latest(slot));
    };
    const stop = buffer.listen(() => {
      later ??= setTimeout(show, Math.max(0, shownAt + REFRESH_MS - performance.now()));
    });
    return () => {
      stop();
      clearTimeout(later);
    };
  }, [buffer, slot]);
  return value;
}

const progressLook: Record<Sensor["progress"], string> = {
  SETTLING: "border-dashed border-ink",
  SETTLED: "border-act bg-band font-bold",
  ACCEPTED: "border-act",
  FAILED: "border-fail bg-fail-wash text-fail font-bold",
  IDLE: "border-transparent text-soft",
};

/** How long ago, short: "12 s", "3 min". */
export function age(seconds: number): string {
  return seconds < 120 ? `${seconds} s` : `${Math.floor(seconds / 60)} min`;
}

export function SensorPanel({
  sensor,
  buffer,
  progress,
  typed,
  link,
  chart,
  entry,
}: {
  sensor: Sensor;
  buffer: TraceBuffer;
  progress: Sensor["progress"];
  typed: boolean;
  /** How old the last reading over the link is; null where readings are typed. */
  link: Run["link"];
  chart: boolean;
  entry?: ReactNode;
}) {
  const latest = useLatest(buffer, sensor.slot);
  const judged = sensor.outcomes.at(-1);
  const old = latest !== null && link && link.level !== "LIVE" ? age(link.silentSeconds) : null;
  return (
    <section
      aria-label={sensor.gas}
      className={clsx(
        "flex min-w-0 flex-col border bg-sheet px-3 pt-1 pb-1",
        progress === "FAILED" ? "border-2 border-fail" : "border-line",
      )}
    >
      <div className="flex flex-wrap items-center justify-between gap-x-3">
        <h3 className="min-w-12 shrink-0 text-2xl font-bold">
          <Formula text={sensor.formula} />
        </h3>
        <p className="grow text-5xl leading-tight font-bold whitespace-nowrap">
          <span className={old ? "text-soft line-through decoration-2" : undefined}>
            {latest === null ? "–" : shown(latest, sensor.resolution)}
          </span>{" "}
          <span className="text-lg font-normal text-soft">{sensor.unit}</span>
        </p>
        <div className="flex flex-col items-end">
          <span className={clsx("border px-2 text-sm whitespace-nowrap", progressLook[progress])}>{word(progress)}</span>
          {old && <p className="font-semibold text-caution">{old} old</p>}
          {!old && sensor.expected !== null && (
            <p className="text-soft">
              label <strong className="text-ink">{Number(sensor.expected.toFixed(decimals(sensor.resolution) + 1))}</strong>
            </p>
          )}
        </div>
      </div>
      {chart && <SensorChart sensor={sensor} buffer={buffer} progress={progress} typed={typed} />}
      {entry}
      {judged && (
        <p className="flex flex-wrap items-center gap-x-3 border-t border-dotted border-current py-1 text-sm">
          <span className="text-soft">{word(judged.stage)}</span>
          <Mark verdict={judged.judgement.verdict} />
          {judged.responsePercent !== null && <span>{judged.responsePercent.toFixed(1)} %</span>}
          <span className="text-soft">{judged.how}</span>
        </p>
      )}
    </section>
  );
}
