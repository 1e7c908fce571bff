import type { Schemas } from "../api/client";
import { MarkShape, type Verdict } from "./Mark";

export type StripData = Schemas["Strip"];

const words = { READY: "ready", ZERO: "zero", GAS: "gas", CLEAR: "clear down" } as const;

interface Row {
  slot: number;
  label: string;
}

/**
 * A run as a ribbon: time along it, a thin row per sensor, each stage a stretch of its own height and texture, the
 * verdict mark where it was reached.
 */
export function Strip({ strip, rows, height = 28, live = false }: { strip: StripData; rows?: Row[]; height?: number; live?: boolean }) {
  const slots = rows ?? [...new Set(strip.marks.map((m) => m.slot))].sort().map((slot) => ({ slot, label: "" }));
  const lines = Math.max(1, slots.length);
  const labelWidth = rows ? 58 : 0;
  const width = rows ? 1000 : 240;
  const footer = rows ? 20 : 0;
  const rowHeight = (height - footer) / lines;
  const end = Math.max(strip.endSeconds, 1);
  const x = (seconds: number) => labelWidth + 4 + (Math.min(seconds, end) / end) * (width - labelWidth - 10);
  const stretches = strip.stretches.map((s, i) => ({ ...s, until: strip.stretches[i + 1]?.fromSeconds ?? end }));
  const markRadius = Math.min(rowHeight * 0.4, rows ? 9 : 3.2);
  return (
    <svg viewBox={`0 0 ${width} ${height}`} className="block h-auto w-full" role="img" aria-label={spoken(strip, live)} preserveAspectRatio="none">
      {slots.map((row, i) => {
        const top = i * rowHeight;
        const middle = top + rowHeight / 2;
        return (
          <g key={row.slot}>
            {rows && (
              <text x={0} y={middle + 6} className="fill-ink text-[17px] font-semibold">
                {row.label}
              </text>
            )}
            {stretches.map((s, n) => (
              <Stretch key={n} kind={s.kind} from={x(s.fromSeconds)} to={x(s.until)} top={top} height={rowHeight} />
            ))}
            {strip.marks
              .filter((m) => m.slot === row.slot)
              .map((m, n) => (
                <MarkShape key={n} verdict={asVerdict(m.verdict)} x={x(m.atSeconds)} y={middle} r={markRadius} />
              ))}
          </g>
        );
      })}
      {rows &&
        stretches
          .filter((s) => x(s.until) - x(s.fromSeconds) > 56)
          .map((s, n) => (
            <text key={n} x={x(s.fromSeconds) + 2} y={height - 4} className="fill-soft text-[14px]">
              {words[s.kind]} {clock(s.fromSeconds)}
            </text>
          ))}
    </svg>
  );
}

function Stretch({ kind, from, to, top, height }: { kind: keyof typeof words; from: number; to: number; top: number; height: number }) {
  const middle = top + height / 2;
  const width = Math.max(0, to - from - 1);
  switch (kind) {
    case "READY":
      return <rect x={from} y={middle - 0.75} width={width} height={1.5} className="fill-soft" />;
    case "ZERO":
      return <rect x={from} y={middle - height * 0.14} width={width} height={height * 0.28} className="fill-none stroke-soft" strokeWidth={1} />;
    case "GAS":
      return <rect x={from} y={top + height * 0.12} width={width} height={height * 0.76} className="fill-band stroke-act" strokeWidth={0.8} />;
    case "CLEAR":
      return <path d={`M${from} ${top + height * 0.12} L${from + width} ${middle} L${from} ${top + height * 0.88} Z`} className="fill-line" />;
  }
}

function asVerdict(verdict: StripData["marks"][number]["verdict"]): Verdict {
  return verdict.toLowerCase().replace("_", " ") as Verdict;
}

export function clock(seconds: number): string {
  return `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, "0")}`;
}

function spoken(strip: StripData, live: boolean): string {
  const stages = strip.stretches.map((s) => `${words[s.kind]} from ${clock(s.fromSeconds)}`).join(", ");
  const worst = strip.marks.some((m) => m.verdict === "FAIL") ? "with a failure" : strip.marks.length > 0 ? "all judged well so far" : "nothing judged yet";
  return `${live ? "Run so far" : "Run"} of ${clock(strip.endSeconds)} minutes: ${stages}; ${worst}`;
}
