import type { Schemas } from "../../api/client";
import { Formula } from "../../ui/Formula";
import { WorkingLines } from "../../ui/Working";
import type { Run } from "./useRun";

type Doubt = Schemas["Doubt"];

/** What speaks against saving: the share of room air, or the response beside its own trend, sensor by sensor on one scale. */
export function SuspectGas({ doubts, sensors }: { doubts: Doubt[]; sensors: Run["sensors"] }) {
  return (
    <section aria-label="Suspect gas" className="flex flex-col gap-4 border-l-4 border-caution bg-caution-wash px-4 py-3">
      {doubts.map((doubt) => (
        <One key={`${doubt.kind} ${doubt.slots.join(" ")}`} doubt={doubt} sensors={sensors} />
      ))}
    </section>
  );
}

function One({ doubt, sensors }: { doubt: Doubt; sensors: Run["sensors"] }) {
  const air = doubt.kind === "ROOM_AIR";
  const scale = scaleOf(doubt);
  return (
    <div>
      <p className="text-xl font-semibold">{air ? `About ${whole(doubt.percent)} % room air in the gas` : heading(doubt, sensors)}</p>
      <p>
        {air
          ? `Between ${whole(doubt.low)} and ${whole(doubt.high)} %, by what these sensors read together.`
          : `Its own spans lead to ${whole(doubt.low)} to ${whole(doubt.high)} % today.`}
        {doubt.confirmed && " Seen again after a change."}
      </p>
      <table className="mt-2 w-full max-w-3xl">
        <thead className="sr-only">
          <tr>
            <th scope="col">Sensor</th>
            <th scope="col">{air ? "Room air" : "Response"}</th>
            <th scope="col">Drawn</th>
          </tr>
        </thead>
        <tbody>
          {doubt.estimates.map((one) => (
            <tr key={one.slot}>
              <th scope="row" className="w-14 py-1 text-left font-semibold">
                <Formula text={sensors.find((sensor) => sensor.slot === one.slot)?.formula ?? ""} />
              </th>
              <td className="w-32 py-1 pr-4 text-right tabular-nums">
                {whole(one.percent)} % ± {whole(one.high - one.percent)}
              </td>
              <td className="py-1">
                <div aria-hidden className="relative h-6 border-b border-line">
                  <span className="absolute inset-y-0 bg-caution/35" style={span(doubt.low, doubt.high, scale)} />
                  <span className="absolute top-1/2 h-0.5 bg-ink" style={span(one.low, one.high, scale)} />
                  <span
                    className="absolute top-1/2 size-3 -translate-x-1/2 -translate-y-1/2 rotate-45 bg-ink"
                    style={{ left: `${share(one.percent, scale)}%` }}
                  />
                </div>
              </td>
            </tr>
          ))}
        </tbody>
        <tfoot aria-hidden>
          <tr>
            <td />
            <td />
            <td className="text-soft">
              <span className="flex justify-between text-sm tabular-nums">
                <span>{scale.from} %</span>
                <span>{air ? "share of room air" : "response"}</span>
                <span>{scale.to} %</span>
              </span>
            </td>
          </tr>
        </tfoot>
      </table>
      <details className="mt-2">
        <summary className="min-h-9 cursor-pointer text-act underline underline-offset-4">Why?</summary>
        <WorkingLines working={doubt.working} />
      </details>
    </div>
  );
}

function heading(doubt: Doubt, sensors: Run["sensors"]): string {
  const gas = sensors.find((sensor) => doubt.slots.includes(sensor.slot))?.gas ?? "The sensor";
  return `${gas} responds with ${whole(doubt.percent)} %, and changed at once`;
}

interface Scale {
  from: number;
  to: number;
}

/** Shares of air from none to all; responses as far as there are any. */
function scaleOf(doubt: Doubt): Scale {
  const most = Math.max(100, doubt.high, ...doubt.estimates.map((one) => one.high));
  return { from: 0, to: doubt.kind === "ROOM_AIR" ? 100 : 20 * Math.ceil(most / 20) };
}

function share(percent: number, scale: Scale): number {
  return Math.min(100, Math.max(0, (100 * (percent - scale.from)) / (scale.to - scale.from)));
}

function span(low: number, high: number, scale: Scale) {
  const left = share(low, scale);
  return { left: `${left}%`, width: `${share(high, scale) - left}%` };
}

function whole(percent: number): string {
  return String(Math.round(percent));
}
