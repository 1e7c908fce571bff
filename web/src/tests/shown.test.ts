import { describe, expect, it } from "vitest";
import { clock, decimals, shown, word } from "../ui/shown";

describe("what is shown", () => {
  it("keeps the steps of the display and never says minus nought", () => {
    expect(shown(36.84, 0.1)).toBe("36.8");
    expect(shown(79.6, 1)).toBe("80");
    expect(shown(-0.04, 0.1)).toBe("0.0");
    expect(shown(-0.4, 1)).toBe("0");
    expect(shown(-0.06, 0.1)).toBe("-0.1");
    expect([1, 0.5, 0.1, 0.01, 10].map(decimals)).toEqual([0, 1, 1, 2, 0]);
  });

  it("writes run time as minutes and seconds", () => {
    expect([0, 9.9, 75, 3_600].map(clock)).toEqual(["0:00", "0:09", "1:15", "60:00"]);
  });

  it("writes the core's words for people", () => {
    expect(word("NOT_JUDGED")).toBe("not judged");
  });
});
