import { expect, test } from "vitest";
import { neighbour, stepTo, type Day, type PlannedJob } from "./planTimeline";

function job(serial: string): PlannedJob {
  return { serial, model: "Quoin 4", crew: "Ferry", minutes: 12, dueOn: "2026-03-10", lateDays: 0, pinned: false, from: null };
}

function day(date: string, ...serials: string[]): Day {
  const setUps = serials.length ? [{ gas: "B-1", jobs: serials.map(job) }] : [];
  return { date, remark: "", minutes: 240, used: 0, comfortable: 204, setUps, shares: [] };
}

const days = [day("2026-03-02", "A", "B", "C"), day("2026-03-03"), day("2026-03-04", "D")];

test("arrows lead along a day and over empty days", () => {
  expect(stepTo(days, "A", "ArrowRight")).toBe("B");
  expect(stepTo(days, "A", "ArrowLeft")).toBeNull();
  expect(stepTo(days, "C", "ArrowDown")).toBe("D");
  expect(stepTo(days, "D", "ArrowUp")).toBe("A");
  expect(stepTo(days, "D", "ArrowDown")).toBeNull();
});

test("a job's neighbouring bench day may be empty, and ends with the plan", () => {
  expect(neighbour(days, "B", 1)?.date).toBe("2026-03-03");
  expect(neighbour(days, "B", -1)).toBeNull();
  expect(neighbour(days, "D", 1)).toBeNull();
  expect(neighbour(days, "nobody", 1)).toBeNull();
});
