import { describe, expect, it } from "vitest";
import { figures } from "../features/rules/figures";
import { dueDay, parts, questions, type Policy } from "../features/rules/methodOptions";

const policy: Policy = {
  version: 3,
  tolerancePercent: 10,
  bumpEachDay: true,
  warnBeforeExpiryDays: 30,
  reserve: 0.05,
  altitudeMetres: 0,
  units: { pressure: "BAR", temperature: "CELSIUS", dates: "DAY_FIRST" },
  lead: { gasDays: 14, partsDays: 28 },
  signing: { proof: "RECENT", lockMinutes: 15, countersigned: false },
  cautions: { noAlarm: "a", notBesideGas: "b", ventilate: "c" },
  schools: {
    adjust: "CALENDAR",
    asFoundFirst: true,
    combustible: "AS_CARD",
    threading: "BY_TYPE",
    zeroAir: "AS_CARD",
    accept: "AS_CARD",
    grading: { school: "THREE_GRADES", windowLow: 25, windowHigh: 200 },
    guardBand: false,
    reference: "NOMINAL",
    tries: 2,
    dueDay: null,
    skipped: false,
    inDoubt: "STOP",
  },
  figures: { gases: [], cross: [] },
  rhythm: { bumpDays: 1, soonDays: 7 },
};

const figure = (name: string) => {
  const found = figures.find((one) => one.name === name);
  if (!found) {
    throw new Error(`there is no figure ${name}`);
  }
  return found;
};

describe("the site rules", () => {
  it("says in both places whether a bump is asked for", () => {
    const never = figure("bumpDays").write(policy, 0);
    expect([never.bumpEachDay, never.rhythm]).toEqual([false, { bumpDays: 0, soonDays: 7 }]);
    const again = figure("bumpDays").write(never, 3);
    expect([again.bumpEachDay, again.rhythm.bumpDays]).toEqual([true, 3]);
  });

  it("asks for the window only where spans are taken inside one", () => {
    const window = questions.find((one) => one.name === "grading")?.write(policy, "WINDOW") ?? policy;
    for (const name of ["windowLow", "windowHigh"]) {
      expect(figure(name).where?.(policy)).toBe(false);
      expect(figure(name).where?.(window)).toBe(true);
    }
    const narrow = figure("windowLow").write(window, 40);
    expect(narrow.schools.grading).toEqual({ school: "WINDOW", windowLow: 40, windowHigh: 200 });
    const there = questions.find((one) => one.name === "grading")?.write(narrow, "TWO_GRADES") ?? narrow;
    const back = questions.find((one) => one.name === "grading")?.write(there, "WINDOW");
    expect(back).toEqual(narrow);
  });

  it("reads what it has written, and changes nothing else", () => {
    for (const one of figures) {
      const other = one.write(policy, one.most);
      expect(one.read(other)).toBe(one.most);
      expect(one.write(other, one.read(policy))).toEqual(policy);
    }
    for (const one of questions) {
      for (const option of one.options) {
        expect(one.read(one.write(policy, option.value))).toBe(option.value);
      }
      expect(one.options.map((option) => option.value)).toContain(one.read(policy));
      expect(parts).toContain(one.part);
    }
  });

  it("knows any weekday of a month as a due day", () => {
    expect(dueDay.read(policy)).toBe("");
    expect(dueDay.read(dueDay.write(policy, { nth: 2, weekday: "TUESDAY" }))).toBe("2 TUESDAY");
    expect(dueDay.write(dueDay.write(policy, { nth: 2, weekday: "TUESDAY" }), null)).toEqual(policy);
  });
});
