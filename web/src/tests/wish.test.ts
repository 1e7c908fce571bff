import { expect, test } from "vitest";
import { fleetWish } from "../features/fleet/wish";

test("an address gives back the wish that it holds, and nothing else", () => {
  expect(fleetWish({ find: "quay", state: "OVERDUE", order: "DUE", crew: "Quarry" })).toEqual({
    find: "quay",
    state: "OVERDUE",
    order: "DUE",
    crew: "Quarry",
  });
  expect(fleetWish({ find: "", state: "BROKEN", order: 3, model: 7, more: "x" })).toEqual({});
});
