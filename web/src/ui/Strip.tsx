import type { Schemas } from "../api/client";
import { Formula } from "./Formula";
import { MarkShape } from "./Mark";
import { clock } from "./shown";
import { useWidth } from "./useWidth";

export type StripData = Schemas["Strip"];

const words = { READY: "ready", ZERO: "zero", GAS: "gas", CLEAR: "clear down" } as const;

const LABEL_WIDTH = 52;
const ROW_HEIGHT = 24;
const FOOTER_HEIGHT = 20;
const SMALL_HEIGHT = 28;
/** A stage's word needs this much room, px a letter. */
const LETTER_WIDTH = 6.6;

interface Row {
  slot: number;
  label: string;
}

/**
 * A run as a ribbon: time along it, a thin row per sensor, each stage a stretch of its own height and texture, the
 * verdict mark where it was reached. Small in lists; with rows named, large.
 */
export function Strip({
  strip,
  rows,
  sensors,
  live = false,
}: {
  strip: StripData;
  rows?: Row[];
  /** Slots to draw while nothing has been judged on some of them; left out: those with a mark. */
  sensors?: number[];
  live?: boolean;
}) {
  const { ref, width } = useWidth<HTMLDivElement>();
  const drawn = sensors ?? [...new Set(strip.marks.map((m) => m.slot))].sort();
  const slots = rows ?? drawn.map((slot) => ({ slot, label: "" }));
  const lines = Math.max(1, slots.length);
  const ribbon = rows ? lines * ROW_HEIGHT : SMALL_HEIGHT;
  const height = ribbon + (rows ? FOOTER_HEIGHT : 0);
  const rowHeight = ribbon / lines;
  const markRadius = Math.min(rowHeight * 0.38, rows ? 9 : 5);
  const left = rows ? LABEL_WIDTH : 2;
  const right = width - markRadius - 3;
  const end = Math.max(strip.endSeconds, 1);
  const x = (seconds: number) => left + (Math.min(seconds, end) / end) * Math.max(0, right - left);
  const stretches = strip.stretches.map((s, i) => ({ ...s, until: strip.stretches[i + 1]?.fromSeconds ?? end }));
  return (
    <div ref={ref} className="relative w-full" style={{ height }}>
      {rows?.map((row, i) => (
        <span
          key={row.slot}
          className="absolute left-0 text-base font-semibold"
          style={{ top: i * rowHeight, lineHeight: `${rowHeight}px` }}
        >
          <Formula text={row.label} />
        </span>
      ))}
      <svg width={width} height={height} className="absolute inset-0" role="img" aria-label={spoken(strip, live)}>
        {slots.map((row, i) => (
          <g key={row.slot}>
            {stretches.map((s, n) => (
              <Stretch key={n} kind={s.kind} from={x(s.fromSeconds)} to={x(s.until)} top={i * rowHeight} height={rowHeight} />
            ))}
            {strip.marks
              .filter((m) => m.slot === row.slot)
              .map((m, n) => (
                <MarkShape key={n} verdict={m.verdict} x={x(m.atSeconds)} y={(i + 0.5) * rowHeight} r={markRadius} />
              ))}
          </g>
        ))}
        {rows &&
          stretches.map((s, n) => {
            const text = `${words[s.kind]} ${clock(s.fromSeconds)}`;
            return (
              x(s.until) - x(s.fromSeconds) > text.length * LETTER_WIDTH && (
                <text key={n} x={x(s.fromSeconds) + 2} y={height - 5} className="fill-soft text-[13px]">
                  {text}
                </text>
              )
            );
          })}
      </svg>
    </div>
  );
}

function Stretch({ kind, from, to, top, height }: { kind: keyof typeof words; from: number; to: number; top: number; height: number }) {
  const middle = top + height / 2;
  const width = Math.max(0, to - from - 1);
  switch (kind) {
    case "READY":
      return <rect x={from} y={middle - 0.75} width={width} height={1.5} className="fill-soft" />;
    case "ZERO":
      return (
        <rect x={from} y={middle - height * 0.18} width={width} height={height * 0.36} className="fill-none stroke-soft" strokeWidth={1} />
      );
    case "GAS":
      return (
        <rect x={from} y={top + height * 0.12} width={width} height={height * 0.76} className="fill-band stroke-act" strokeWidth={0.8} />
      );
    case "CLEAR":
      return (
        <path d={`M${from} ${top + height * 0.12} L${from + width} ${middle} L${from} ${top + height * 0.88} Z`} className="fill-line" />
      );
  }
}

function spoken(strip: StripData, live: boolean): string {
  const stages = strip.stretches.map((s) => `${words[s.kind]} from ${clock(s.fromSeconds)}`).join(", ");
  const worst = strip.marks.some((m) => m.verdict === "FAIL")
    ? "with a failure"
    : strip.marks.length > 0
      ? "all judged well so far"
      : "nothing judged yet";
  return `${live ? "Run so far" : "Run"} of ${clock(strip.endSeconds)} minutes: ${stages}; ${worst}`;
}
