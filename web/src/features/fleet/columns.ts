/** Columns of the fleet's list that may be left out; state and serial always stand. */
export const columns = {
  model: { head: "Model", width: "w-32" },
  place: { head: "Crew, place", width: "w-52" },
  due: { head: "Due", width: "w-40" },
  why: { head: "Why", width: "" },
  run: { head: "Last run", width: "w-36" },
} as const;

export type Column = keyof typeof columns;

export const allColumns = Object.keys(columns) as Column[];

/** Columns that stand, as an address names those that are left out: "place,run". */
export function shownColumns(without: string | undefined): Column[] {
  const gone = (without ?? "").split(",");
  return allColumns.filter((column) => !gone.includes(column));
}

/** What the address says when one column is turned on or off; nothing when all stand. */
export function toggled(without: string | undefined, column: Column): string | undefined {
  const stays = shownColumns(without);
  const gone = allColumns.filter((one) => (one === column ? stays.includes(one) : !stays.includes(one)));
  return gone.length > 0 ? gone.join(",") : undefined;
}
