import { describe, expect, it } from "vitest";
import { isDay, kept } from "../app/search";
import { logbookFilter } from "../features/logbook/filter";

describe("what an address holds", () => {
  it("keeps nothing that is empty", () => {
    expect(kept({ words: "", kind: "correction", crew: undefined })).toEqual({ kind: "correction" });
  });

  it("knows a day from what is none", () => {
    expect(["2026-03-26", "26.03.2026", "2026-3-6", "", 20260326, undefined].map(isDay)).toEqual([true, false, false, false, false, false]);
  });

  it("reads a filter for the logbook and leaves out what it cannot hold", () => {
    expect(
      logbookFilter({ words: 1011, kind: "hold-placed", person: ["a"], crew: "", from: "2026-03-01", until: "tomorrow", secret: "x" }),
    ).toEqual({ words: "1011", kind: "hold-placed", from: "2026-03-01" });
    expect(logbookFilter({})).toEqual({});
  });
});
