import { isDay, kept } from "../../app/search";
import type { Verdict } from "../../ui/Mark";

const texts = ["words", "kind", "person", "detector", "crew", "model", "cylinder"] as const;
export const verdicts: readonly Verdict[] = ["PASS", "MARGINAL", "FAIL", "NOT_JUDGED"];
const days = ["from", "until"] as const;

export const areas = ["WORK", "SETUP", "ACCOUNTS"] as const;
export type Area = (typeof areas)[number];

/** What the logbook is filtered by; the address of the page holds it. */
export type LogbookFilter = Partial<Record<(typeof texts)[number] | (typeof days)[number], string>> & {
  area?: Area | "ALL";
  verdict?: Verdict;
};

/** The page opens on work; a filter without an area looks at everything, so that a search misses nothing. */
export function areaOf(filter: LogbookFilter): Area | "ALL" {
  return filter.area ?? (Object.keys(filter).length === 0 ? "WORK" : "ALL");
}

/** The filter that an address holds; anything unknown in it is left out. */
export function logbookFilter(search: Record<string, unknown>): LogbookFilter {
  const held: LogbookFilter = {};
  for (const key of texts) {
    // The router reads a serial of digits as a number.
    const value = typeof search[key] === "number" ? String(search[key]) : search[key];
    if (typeof value === "string" && value) {
      held[key] = value;
    }
  }
  if (search.area === "ALL" || areas.some((area) => area === search.area)) {
    held.area = search.area as Area | "ALL";
  }
  held.verdict = verdicts.find((verdict) => verdict === search.verdict);
  for (const key of days) {
    const value = search[key];
    if (isDay(value)) {
      held[key] = value;
    }
  }
  return kept(held);
}
