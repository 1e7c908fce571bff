import { expect, test } from "vitest";
import { fleetFilter } from "../features/fleet/filter";

test("an address gives back the filter that it holds, and nothing else", () => {
  expect(fleetFilter({ find: "quay", state: "OVERDUE", order: "DUE", crew: "Quarry" })).toEqual({
    find: "quay",
    state: "OVERDUE",
    order: "DUE",
    crew: "Quarry",
  });
  expect(fleetFilter({ find: "", state: "BROKEN", order: 3, model: 7, more: "x" })).toEqual({});
});
