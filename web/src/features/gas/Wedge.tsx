import type { Schemas } from "../../api/client";

const tall = 34;
const dayMillis = 86_400_000;

function days(from: string, to: string): number {
  return (Date.parse(to) - Date.parse(from)) / dayMillis;
}

/** Months across the time that was looked at. */
export function TimeAxis({ today, until, width }: { today: string; until: string; width: number }) {
  const span = days(today, until);
  const months = [];
  const first = new Date(`${today.slice(0, 7)}-01T00:00:00Z`);
  for (let i = 1; ; i++) {
    const month = new Date(Date.UTC(first.getUTCFullYear(), first.getUTCMonth() + i, 1));
    const at = days(today, month.toISOString().slice(0, 10));
    if (at >= span) {
      break;
    }
    months.push({ at, name: month.toLocaleDateString("en-GB", { month: "short", timeZone: "UTC" }) });
  }
  return (
    <svg width={width} height="26" aria-hidden className="block">
      <text x="0" y="16" className="fill-ink text-sm font-bold">
        today
      </text>
      {months.map(({ at, name }) => (
        <g key={at} transform={`translate(${(at / span) * width} 0)`}>
          {at / span > 0.08 && (
            <text x="4" y="16" className="fill-soft text-sm">
              {name}
            </text>
          )}
          <path d="M0 4 V26" className="stroke-line" />
        </g>
      ))}
    </svg>
  );
}

/** Contents to scale over the time to come: a wedge that falls to the reserve, cut where the gas expires. */
export function Wedge({
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
  const usable = cylinder.state === "in use" && days(today, cylinder.useBefore) >= 0;
  const end = cylinder.emptyOn ?? (cylinder.useBefore < until ? cylinder.useBefore : until);
  const left = height(cylinder.litresLeft);
  const then = height(Math.max(0, cylinder.litresLeft - cylinder.plannedLitres));
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
          className={cylinder.grave ? "fill-caution" : "fill-act"}
        />
      ) : (
        <rect x="1" y={tall - left} width="10" height={left} className="fill-none stroke-fail" strokeDasharray="3 3" />
      )}
      {usable && cylinder.emptyOn && (
        <path d={`M${x(cylinder.emptyOn)} ${tall - 12} V${tall + 6}`} className="stroke-ink" strokeWidth="2.5" />
      )}
      {expires >= 0 && expires <= span && (
        <g transform={`translate(${x(cylinder.useBefore)} 0)`}>
          <path d={`M0 2 V${tall + 6}`} className="stroke-fail" strokeWidth="2" strokeDasharray="5 3" />
        </g>
      )}
    </svg>
  );
}
