import clsx from "clsx";
import { Formula } from "../../ui/Formula";
import { Mark } from "../../ui/Mark";
import { shown, word } from "../../ui/shown";
import { asks, type LaneView } from "./lanes";
import { TypedCell } from "./TypedCell";

/** Only while readings are being taken does it say how far each has got. */
const settling = ["WAIT_ZERO", "WAIT_BLANK", "WAIT_SETTLE"];

const takesReadings = [...settling, "WAIT_CLEAR"];

/** The detectors on one manifold side by side: a row each, a column per sensor. */
export function ManifoldTable({ lanes, current, onFocus }: { lanes: LaneView[]; current: string; onFocus: (runId: string) => void }) {
  const bySerial = [...lanes].sort((a, b) => a.serial.localeCompare(b.serial));
  const sensors = bySerial[0]?.sensors ?? [];
  return (
    <section aria-label="On this manifold" className="overflow-x-auto">
      <table className="w-full text-left">
        <caption className="pb-1 text-left text-sm font-semibold text-soft">{lanes.length} on one manifold, the same gas for all</caption>
        <thead className="border-b-2 border-ink">
          <tr>
            <th className="py-1 pr-4 font-semibold">Detector</th>
            {sensors.map((sensor) => (
              <th key={sensor.slot} className="pr-4 font-semibold">
                <Formula text={sensor.formula} /> <span className="font-normal text-soft">{sensor.unit}</span>
              </th>
            ))}
            <th className="font-semibold">Next</th>
          </tr>
        </thead>
        <tbody>
          {bySerial.map((lane) => (
            <tr key={lane.id} className={clsx("border-b border-line", lane.id === current && "bg-sheet")}>
              <td className="pr-4">
                <button
                  type="button"
                  aria-current={lane.id === current ? "true" : undefined}
                  onClick={() => onFocus(lane.id)}
                  className="min-h-11 font-bold whitespace-nowrap underline-offset-4 hover:underline"
                >
                  {lane.serial}
                </button>
              </td>
              {lane.sensors.map((sensor) => (
                <td key={sensor.slot} className="pr-4 whitespace-nowrap">
                  <span className="text-xl tabular-nums">{sensor.reading === null ? "–" : shown(sensor.reading, sensor.resolution)}</span>{" "}
                  {lane.typed && takesReadings.includes(lane.asksFor) && <TypedCell lane={lane} sensor={sensor} />}{" "}
                  <span className="inline-flex items-center gap-1 text-sm text-soft">
                    <Mark verdict={sensor.verdict} named={false} /> {settling.includes(lane.asksFor) && word(sensor.progress)}
                  </span>
                </td>
              ))}
              <td className={lane.wanted ? "font-semibold" : "text-soft"}>{asks[lane.asksFor] ?? ""}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
