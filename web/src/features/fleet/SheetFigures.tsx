import { Formula } from "../../ui/Formula";
import { number } from "../../ui/number";

/** What a sheet says: texts as they were typed, by slot and column. */
export type Figures = Record<string, string>;

export interface Column {
  name: string;
  head: string;
  /** How the box of a sensor is called. */
  box: (gas: string) => string;
}

export interface Sensor {
  slot: number;
  gas: string;
  formula: string;
  unit?: string;
}

const key = (slot: number, column: string) => `${slot} ${column}`;

export function figureOf(figures: Figures, slot: number, column: string): number | null {
  return number(figures[key(slot, column)] ?? "");
}

/** The boxes whose text is no number, each with its word. */
export function notNumbers(figures: Figures): Figures {
  return Object.fromEntries(
    Object.entries(figures)
      .filter(([, text]) => text.trim() !== "" && number(text) === null)
      .map(([name]) => [name, "no number"]),
  );
}

/** One line per sensor, as on a sheet. */
export function SheetFigures({
  sensors,
  columns,
  figures,
  wrong,
  onType,
}: {
  sensors: Sensor[];
  columns: Column[];
  figures: Figures;
  wrong: Figures;
  onType: (figures: Figures) => void;
}) {
  return (
    <table className="w-full text-left">
      <thead className="border-b border-line text-sm text-soft">
        <tr>
          <th className="pr-3 font-normal">Sensor</th>
          {columns.map((column) => (
            <th key={column.name} className="pr-3 font-normal">
              {column.head}
            </th>
          ))}
          <th className="font-normal" />
        </tr>
      </thead>
      <tbody>
        {sensors.map((sensor) => (
          <tr key={sensor.slot} className="border-b border-line">
            <td className="py-2 pr-3 text-xl font-bold">
              <Formula text={sensor.formula} />
            </td>
            {columns.map((column) => {
              const name = key(sensor.slot, column.name);
              return (
                <td key={column.name} className="py-2 pr-3">
                  <input
                    aria-label={column.box(sensor.gas)}
                    inputMode="decimal"
                    autoComplete="off"
                    value={figures[name] ?? ""}
                    aria-invalid={wrong[name] ? true : undefined}
                    onChange={(event) => onType({ ...figures, [name]: event.target.value })}
                    className="min-h-12 w-full min-w-0 border border-ink bg-sheet px-3 text-2xl aria-invalid:border-2 aria-invalid:border-fail"
                  />
                  {wrong[name] && (
                    <span role="alert" className="font-semibold text-fail">
                      {wrong[name]}
                    </span>
                  )}
                </td>
              );
            })}
            <td className="text-soft">{sensor.unit}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
