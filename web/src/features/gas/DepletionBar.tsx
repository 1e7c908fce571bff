import type { Schemas } from "../../api/client";

import { monthName, onShortDay } from "../../app/dates";
import { useWidth } from "../../ui/useWidth";

const tall = 34;
const dayMillis = 86_400_000;

function days(from: string, to: string): number {
  return (Date.parse(to) - Date.parse(from)) / dayMillis;
}

/** Mondays or months across the time that is shown. */
export function TimeAxis({ today, until }: { today: string; until: string }) {
  const { ref, width } = useWidth<HTMLDivElement>();
  const span = days(today, until);
  const marks = [];
  for (let at = 1; at < span; at++) {
    const day = new Date(Date.parse(today) + at * dayMillis);
    const marked = span <= 45 ? day.getUTCDay() === 1 : day.getUTCDate() === 1;
    if (marked && at / span > 0.08) {
      marks.push({ at, name: span <= 45 ? onShortDay(day.toISOString().slice(0, 10)) : monthName(day) });
    }
  }
  return (
    <div ref={ref} className="hidden lg:block">
      <svg width={width} height="26" aria-hidden className="block">
        <text x="0" y="16" className="fill-ink text-sm font-bold">
          today
        </text>
        {marks.map(({ at, name }) => (
          <g key={at} transform={`translate(${(at / span) * width} 0)`}>
            <text x="4" y="16" className="fill-soft text-sm">
              {name}
            </text>
            <path d="M0 4 V26" className="stroke-line" />
          </g>
        ))}
      </svg>
    </div>
  );
}

/** Contents to scale over the time to come: a wedge that falls to the reserve, cut where the gas expires. */
export function DepletionBar({
  cylinder,
  today,
  until,
  largest,
  width,
}: {
  cylinder: Schemas["LastingView"];
  today: string;
  until: string;
  largest: number;
  width: number;
}) {
  const span = days(today, until);
  const x = (day: string) => Math.max(0, Math.min(width, (days(today, day) / span) * width));
  const height = (litres: number) => Math.max(2, (tall * litres) / largest);
  const usable = cylinder.state === "IN_USE" && days(today, cylinder.useBefore) >= 0;
  const emptyOn = cylinder.emptyOn !== null && cylinder.emptyOn <= until ? cylinder.emptyOn : null;
  const end = emptyOn ?? (cylinder.useBefore < until ? cylinder.useBefore : until);
  const left = height(cylinder.litresLeft);
  const shown = days(today, end) / Math.max(1, days(today, cylinder.lastDay));
  const then = height(Math.max(0, cylinder.litresLeft - cylinder.plannedLitres * Math.min(1, shown)));
  const expires = days(today, cylinder.useBefore);
  return (
    <svg
      width={width}
      height={tall + 6}
      role="img"
      aria-label={`${cylinder.tag}: ${cylinder.litresLeft.toFixed(1)} litres now, ${cylinder.bites.toLowerCase()}`}
      className="block"
    >
      <path d={`M0 ${tall + 1} H${width}`} className="stroke-line" />
      {usable ? (
        <path
          d={`M0 ${tall} V${tall - left} L${x(end)} ${tall - then} V${tall} Z`}
          className={cylinder.urgency === "LATER" ? "fill-act" : "fill-caution"}
        />
      ) : (
        <rect x="1" y={tall - left} width="10" height={left} className="fill-none stroke-fail" strokeDasharray="3 3" />
      )}
      {usable && emptyOn && <path d={`M${x(emptyOn)} ${tall - 12} V${tall + 6}`} className="stroke-ink" strokeWidth="2.5" />}
      {expires >= 0 && expires <= span && (
        <g transform={`translate(${x(cylinder.useBefore)} 0)`}>
          <path d={`M0 2 V${tall + 6}`} className="stroke-fail" strokeWidth="2" strokeDasharray="5 3" />
        </g>
      )}
    </svg>
  );
}
