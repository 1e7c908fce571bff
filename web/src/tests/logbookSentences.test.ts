import { expect, test } from "vitest";
import type { Schemas } from "../api/client";
import { kindWords, sentence, sentences, type LedgerKind } from "../features/logbook/sentences";

const units = {
  pressure: { symbol: "psi", factor: 14.5038, offset: 0, decimals: 0 },
  temperature: { symbol: "°C", factor: 1, offset: 0, decimals: 0 },
  dates: "DAY_FIRST",
} as Schemas["UnitsView"];

function entry(kind: LedgerKind | null, facts: Record<string, string>, more: Partial<Schemas["LogbookEntry"]> = {}) {
  const blank = { detector: null, cylinder: null, job: null, verdict: null, corrects: null, by: "Brand Aune" };
  return { ...blank, kind, facts, ...more } as Schemas["LogbookEntry"];
}

const said = (of: Schemas["LogbookEntry"]) =>
  sentence(of, units)
    .pieces.map((piece) => piece.words)
    .join("");

test("each kind of entry says who did what", () => {
  const run = entry("run-signed", { remark: "wet filter" }, { detector: "Q4-1013", job: "BUMP", verdict: "PASS" });
  expect(said(run)).toBe("Brand Aune signed the bump test of Q4-1013: pass");
  expect(sentence(run, units).rest).toEqual([["remark", "wet filter"]]);
  expect(said(entry("plan-made", { jobs: "38", late: "13", notScheduled: "11", replanEverything: "false" }))).toBe(
    "Brand Aune made a bench plan: 38 jobs, 13 late, 11 not scheduled",
  );
  expect(said(entry("gauge-read", { cylinder: "HM-01", bar: "40", left: "12 L" }, { cylinder: "HM-01" }))).toBe(
    "Brand Aune read the gauge of cylinder HM-01: 580 psi, 12 L left",
  );
  expect(said(entry("bench-day-set", { day: "2026-12-24", minutes: "0", remark: "" }))).toBe("Brand Aune closed the bench on 2026-12-24");
  expect(said(entry("gas-recalled", { what: "lot 7", detectors: "A-1, A-2" }))).toBe("Brand Aune recalled lot 7: 2 detectors due");
});

test("entries of older versions are read: a plan without counts, a closed day, no end of a loan", () => {
  expect(said(entry("plan-made", { jobs: "1", lateDays: "486", afresh: "false" }))).toBe("Brand Aune made a bench plan: 1 job");
  expect(said(entry("bench-day-set", { day: "2026-12-24", minutes: "closed" }))).toBe("Brand Aune closed the bench on 2026-12-24");
  expect(said(entry("lent", { to: "Tove", backBy: "open" }, { detector: "LC-101" }))).toBe("Brand Aune checked out LC-101 to Tove");
  expect(said(entry("cylinder-registered", { tag: "HM-09", lot: "L1" }))).toBe("Brand Aune registered cylinder HM-09, lot L1");
});

test("an entry of a newer version still says who made it, and all its facts", () => {
  const unknown = entry(null, { colour: "blue" });
  expect(said(unknown)).toContain("Brand Aune made an entry");
  expect(sentence(unknown, units).rest).toEqual([["colour", "blue"]]);
});

test("no sentence has a hole where a fact should be", () => {
  for (const kind of Object.keys(kindWords) as LedgerKind[]) {
    const of = sentences[kind];
    const template = typeof of === "function" ? of({ jobs: "1" }) : of;
    expect(template, kind).toMatch(/^\{by\} [a-z]/);
    expect(template.replace(/\{\w+\}/g, ""), kind).not.toMatch(/[{}]|undefined|NaN/);
  }
});
