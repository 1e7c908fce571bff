import { describe, expect, it } from "vitest";
import { commandFor, confirmWord, justSet, nothingConfirmed } from "../features/bench/confirmedFields";
import type { Run } from "../features/bench/useRun";

/** As much of a run as a confirmation looks at. */
function run(kind: string, more: object = {}): Run {
  return {
    next: { kind, step: 3, confirm: "Confirm", readable: { label: "Pressure", unit: "kPa", least: 80, most: 108 } },
    sensors: [
      { slot: 1, formula: "CH4", unsaved: true },
      { slot: 5, formula: "C4H8", unsaved: false },
    ],
    ...more,
  } as unknown as Run;
}

describe("what confirming sends", () => {
  it("a measure only once it is a number", () => {
    expect(commandFor(run("MEASURE"), { ...nothingConfirmed, typed: "98,x" })).toBeNull();
    expect(commandFor(run("MEASURE"), { ...nothingConfirmed, typed: "98,6" })).toEqual({ kind: "MEASURE", step: 3, value: 98.6 });
    expect(confirmWord(run("MEASURE"), { ...nothingConfirmed, typed: "98,6" })).toBe("Enter 98,6 kPa");
  });

  it("another try with a remedy of the card, or with words, but not with neither", () => {
    expect(commandFor(run("TRY_AGAIN"), nothingConfirmed)).toBeNull();
    expect(commandFor(run("TRY_AGAIN"), { ...nothingConfirmed, remedy: "Other cylinder" })).toMatchObject({ remedy: "Other cylinder" });
    expect(commandFor(run("TRY_AGAIN"), { ...nothingConfirmed, changed: "hose" })).toMatchObject({ changed: "hose" });
  });

  it("no answer of its own to a question with two", () => {
    expect(commandFor(run("ANSWER"), nothingConfirmed)).toBeNull();
  });

  it("the instrument's verdict on what was just set and on nothing else", () => {
    expect(justSet(run("CONFIRM_SAVED")).map((s) => s.slot)).toEqual([1]);
    expect(commandFor(run("CONFIRM_SAVED"), { ...nothingConfirmed, instrument: { 1: "FAIL", 5: "FAIL" } })).toEqual({
      kind: "CONFIRM_SAVED",
      step: 3,
      verdicts: { 1: "FAIL" },
    });
  });

  it("nothing of alarms or of the instrument that nobody pressed", () => {
    expect(commandFor(run("CONFIRM_ALARMS"), nothingConfirmed)).toBeNull();
    expect(confirmWord(run("CONFIRM_ALARMS"), nothingConfirmed)).toBe("Say below which worked");
    const one = { ...nothingConfirmed, alarms: { audible: true, visual: true, vibration: null } };
    expect(commandFor(run("CONFIRM_ALARMS"), one)).toBeNull();
    const all = { ...nothingConfirmed, alarms: { audible: true, visual: true, vibration: false } };
    expect(commandFor(run("CONFIRM_ALARMS"), all)).toMatchObject({ audible: true, vibration: false });
    expect(confirmWord(run("CONFIRM_ALARMS"), all)).toBe("vibration did not work");
    expect(commandFor(run("CONFIRM_SAVED"), nothingConfirmed)).toBeNull();
  });

  it("the rig only where it is not the usual one, and no cylinder whose set point is still to be changed", () => {
    const choice = { cylinderId: "c", tag: "HM-01", setPointsChanged: [], mustChange: false, familyAccepted: false };
    expect(commandFor(run("CHOOSE_CYLINDER"), { ...nothingConfirmed, choice })).not.toHaveProperty("rig");
    expect(commandFor(run("CHOOSE_CYLINDER"), { ...nothingConfirmed, choice: { ...choice, mustChange: true } })).toBeNull();
  });
});
