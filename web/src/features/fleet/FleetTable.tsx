import { Link } from "@tanstack/react-router";
import { useWindowVirtualizer } from "@tanstack/react-virtual";
import clsx from "clsx";
import type { Schemas } from "../../api/client";
import { onDay, onShortDay } from "../../app/dates";
import { StateWord } from "../../ui/StateWord";
import { Strip } from "../../ui/Strip";
import { columns, type Column } from "./columns";

type Row = Schemas["DetectorRow"];

const ROW_HEIGHT = 49;
const AHEAD = 12;

/** The fleet as rows; only those near the window are in the page. */
export function FleetTable({
  rows,
  shown,
  chosen,
  onChoose,
}: {
  rows: Row[];
  shown: Column[];
  /** Absent: nothing can be chosen. */
  chosen: ReadonlySet<string> | null;
  onChoose: (serials: string[], on: boolean) => void;
}) {
  const virtual = useWindowVirtualizer({
    count: rows.length,
    estimateSize: () => ROW_HEIGHT,
    overscan: AHEAD,
    scrollMargin: 200,
    getItemKey: (index) => rows[index]?.serial ?? index,
  });
  const items = virtual.getVirtualItems();
  const before = items[0] ? items[0].start - virtual.options.scrollMargin : 0;
  const last = items[items.length - 1];
  const after = last ? virtual.getTotalSize() - (last.end - virtual.options.scrollMargin) : 0;
  const every = rows.length > 0 && rows.every((row) => chosen?.has(row.serial));
  return (
    <table aria-rowcount={rows.length} className="w-full table-fixed text-left">
      <thead className="border-b-2 border-ink text-sm text-soft">
        <tr>
          {chosen && (
            <th className="w-10 font-normal">
              <input
                type="checkbox"
                aria-label="Choose all that are listed"
                className="size-5 align-middle accent-act"
                checked={every}
                onChange={(event) =>
                  onChoose(
                    rows.map((row) => row.serial),
                    event.target.checked,
                  )
                }
              />
            </th>
          )}
          <th className="w-28 py-1 pr-4 font-normal">State</th>
          <th className="w-28 pr-4 font-normal">Serial</th>
          {shown.map((column) => (
            <th key={column} className={clsx("pr-4 font-normal", columns[column].width, side(column))}>
              {columns[column].head}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {before > 0 && <tr aria-hidden style={{ height: before }} />}
        {items.map((item) => {
          const row = rows[item.index];
          return (
            row && (
              <tr
                key={row.serial}
                ref={virtual.measureElement}
                data-index={item.index}
                aria-rowindex={item.index + 1}
                className="border-b border-line"
              >
                {chosen && (
                  <td>
                    <input
                      type="checkbox"
                      aria-label={`Choose ${row.serial}`}
                      className="size-5 align-middle accent-act"
                      checked={chosen.has(row.serial)}
                      onChange={(event) => onChoose([row.serial], event.target.checked)}
                    />
                  </td>
                )}
                <td className="py-1 pr-4">
                  <StateWord state={row.state} />
                  <span className="sr-only">{row.usable ? "may be used" : "may not be used"}</span>
                </td>
                <td className="pr-4">
                  <Link
                    to="/detectors/$serial"
                    params={{ serial: row.serial }}
                    className="inline-flex min-h-10 items-center font-bold whitespace-nowrap underline-offset-4 hover:underline"
                  >
                    {row.serial}
                  </Link>
                </td>
                {shown.map((column) => (
                  <td key={column} className={clsx("pr-4", side(column))}>
                    {cell(column, row)}
                  </td>
                ))}
              </tr>
            )
          );
        })}
        {after > 0 && <tr aria-hidden style={{ height: after }} />}
      </tbody>
    </table>
  );
}

/** A phone has room for state, serial and due day. */
function side(column: Column): string {
  return column === "due" ? "" : "hidden md:table-cell";
}

function cell(column: Column, row: Row) {
  switch (column) {
    case "model":
      return <span className="whitespace-nowrap">{row.model}</span>;
    case "place":
      return `${row.crew}, ${row.location}`;
    case "due":
      return (
        <>
          <span className="md:hidden">{onShortDay(row.dueOn)}</span>
          <span className="hidden md:inline">{onDay(row.dueOn)}</span>
        </>
      );
    case "why":
      return row.reason;
    case "run":
      return row.lastStrip && <Strip strip={row.lastStrip} />;
  }
}
