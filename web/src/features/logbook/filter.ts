import { isDay } from "../../app/search";

const texts = ["words", "kind", "person", "detector", "crew", "model", "cylinder", "verdict"] as const;
const days = ["from", "until"] as const;

/** What is looked for in the logbook; the address of the page holds it. */
export type LogbookFilter = Partial<Record<(typeof texts)[number] | (typeof days)[number], string>>;

/** A filter as an address holds it; what it cannot hold is left out. */
export function logbookFilter(search: Record<string, unknown>): LogbookFilter {
  const held: LogbookFilter = {};
  for (const key of texts) {
    // The router reads a serial of digits as a number.
    const value = typeof search[key] === "number" ? String(search[key]) : search[key];
    if (typeof value === "string" && value) {
      held[key] = value;
    }
  }
  for (const key of days) {
    const value = search[key];
    if (isDay(value)) {
      held[key] = value;
    }
  }
  return held;
}
