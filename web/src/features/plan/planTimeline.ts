import type { Schemas } from "../../api/client";

export type Day = Schemas["PlanDay"];
export type PlannedJob = Schemas["PlannedJob"];

/** All jobs of a day as they lie one after the other. */
export function jobsOf(day: Day): PlannedJob[] {
  return day.setUps.flatMap((setUp) => setUp.jobs);
}

/** The bench day before or after the one that a job stands on. */
export function neighbour(days: Day[], serial: string, by: -1 | 1): Day | null {
  const at = days.findIndex((day) => jobsOf(day).some((job) => job.serial === serial));
  return at < 0 ? null : (days[at + by] ?? null);
}

/** The job that arrow keys lead to: along a day, or to the nearest day with work above or below. */
export function stepTo(days: Day[], serial: string, key: string): string | null {
  const lines = days.map(jobsOf);
  const row = lines.findIndex((line) => line.some((job) => job.serial === serial));
  const column = lines[row]?.findIndex((job) => job.serial === serial) ?? -1;
  if (key === "ArrowLeft" || key === "ArrowRight") {
    return lines[row]?.[column + (key === "ArrowRight" ? 1 : -1)]?.serial ?? null;
  }
  const by = key === "ArrowDown" ? 1 : -1;
  for (let i = row + by; i >= 0 && i < lines.length; i += by) {
    const line = lines[i] ?? [];
    if (line.length > 0) {
      return line[Math.min(column, line.length - 1)]?.serial ?? null;
    }
  }
  return null;
}
