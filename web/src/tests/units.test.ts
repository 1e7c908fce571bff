import { afterEach, describe, expect, it } from "vitest";
import { atTime, onDay, orDay, onShortDay, tickDay, writeDaysAs } from "../app/dates";
import { kept, read } from "../app/units";

const psi = { symbol: "psi", decimals: 0, factor: 14.503773773, offset: 0 };
const fahrenheit = { symbol: "°F", decimals: 1, factor: 1.8, offset: 32 };

describe("units of the site", () => {
  it("shows what is kept and keeps what is typed", () => {
    expect(read(137.895146, psi)).toBe("2000");
    expect(kept(2000, psi)).toBeCloseTo(137.895146, 5);
    expect(read(20, fahrenheit)).toBe("68");
    expect(kept(-40, fahrenheit)).toBe(-40);
  });
});

describe("days", () => {
  afterEach(() => writeDaysAs("DAY_FIRST"));

  it("are found where a text is nothing else", () => {
    expect(orDay("2027-03-28")).toBe("Sun, 28 Mar 2027");
    expect(orDay("seen on 2027-03-28")).toBe("seen on 2027-03-28");
    expect(orDay("2027-03-281")).toBe("2027-03-281");
  });

  it.each([
    ["DAY_FIRST", "Thu, 26 Mar 2026", "Thu 26 Mar", "26 Mar", "26 Mar 2026, 00:30"],
    ["MONTH_FIRST", "Thu, Mar 26, 2026", "Thu, Mar 26", "Mar 26", "Mar 26, 2026, 00:30"],
    ["YEAR_FIRST", "Thu 2026-03-26", "Thu, Mar 26", "Mar 26", "2026-03-26, 00:30"],
  ] as const)("are written %s", (form, day, short, tick, moment) => {
    writeDaysAs(form);
    expect(onDay("2026-03-26")).toBe(day);
    expect(onShortDay("2026-03-26")).toBe(short);
    expect(tickDay(new Date("2026-03-26T00:00:00Z"))).toBe(tick);
    expect(atTime("2026-03-25T23:30:00Z", "Etc/GMT-1")).toBe(moment);
  });
});
