import { expect, test } from "vitest";
import { allColumns, shownColumns, toggled } from "./columns";

test("the address names the columns that are left out", () => {
  expect(shownColumns(undefined)).toEqual(allColumns);
  expect(shownColumns("place,run,nonsense")).toEqual(["model", "due", "why"]);
});

test("a column goes and comes again", () => {
  const without = toggled(undefined, "why");
  expect(without).toBe("why");
  expect(toggled(without, "run")).toBe("why,run");
  expect(toggled(without, "why")).toBeUndefined();
});
