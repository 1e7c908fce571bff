import type { Schemas } from "../api/client";

type Unit = Schemas["UnitView"];

/** A number of the records as the site reads it, without its unit: 10 bar in psi is "145". */
export function read(kept: number, unit: Unit): string {
  return String(Number((kept * unit.factor + unit.offset).toFixed(unit.decimals)));
}

/** What was typed in the site's unit, as the records keep it. */
export function kept(typed: number, unit: Unit): number {
  return Math.round(((typed - unit.offset) / unit.factor) * 1e6) / 1e6;
}
