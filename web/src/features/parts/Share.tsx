import type { Schemas } from "../../api/client";

const FROM = 60;
const TARGET = 95;

/** Where the true share in tolerance lies, as a bar from 60 to 100 %, with the target as a line. */
export function Share({ row }: { row: Schemas["ReviewRow"] }) {
  const at = (percent: number) => `${(100 * (Math.max(FROM, percent) - FROM)) / (100 - FROM)}%`;
  const low = at(row.lowPercent);
  return (
    <span
      role="img"
      aria-label={`${row.inTolerance} of ${row.all} in tolerance: ${row.lowPercent.toFixed(0)} to ${row.highPercent.toFixed(0)} %, target ${TARGET} %`}
      className="relative block h-6 border-x border-line"
    >
      <span className="absolute inset-x-0 top-1/2 border-t border-line" />
      <span className="absolute top-2 h-2 bg-act" style={{ left: low, right: `calc(100% - ${at(row.highPercent)})` }} />
      <span className="absolute inset-y-0 border-l-2 border-ink" style={{ left: at(TARGET) }} />
    </span>
  );
}
