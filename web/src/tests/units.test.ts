import { afterEach, describe, expect, it } from "vitest";
import { atTime, onDay, orDay, onShortDay, orPlainDay, plainDay, readDay, tickDay, writeDaysAs } from "../app/dates";
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

  it("stand in a working as they stand in a field", () => {
    expect(orPlainDay("2027-03-28")).toBe("28 Mar 2027");
    expect(orPlainDay("3 L until 2027-03-28")).toBe("3 L until 2027-03-28");
  });

  it.each([
    ["DAY_FIRST", "3.4.2027", "2027-04-03"],
    ["MONTH_FIRST", "3/4/2027", "2027-03-04"],
    ["YEAR_FIRST", "2027-3-4", "2027-03-04"],
    ["DAY_FIRST", "Mar 4, 2027", "2027-03-04"],
    ["MONTH_FIRST", "4 March 2027", "2027-03-04"],
    ["DAY_FIRST", "29 Feb 2028", "2028-02-29"],
    ["DAY_FIRST", "29 Feb 2027", null],
    ["DAY_FIRST", "3.4.27", null],
    ["DAY_FIRST", "4 Foo 2027", null],
    ["DAY_FIRST", "soon", null],
  ] as const)("are read %s from %s", (form, typed, day) => {
    writeDaysAs(form);
    expect(readDay(typed)).toBe(day);
  });

  it.each(["DAY_FIRST", "MONTH_FIRST", "YEAR_FIRST"] as const)("come back from a field %s", (form) => {
    writeDaysAs(form);
    expect(readDay(plainDay("2027-11-09"))).toBe("2027-11-09");
  });
});
