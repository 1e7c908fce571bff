import { expect, test } from "vitest";
import { newest } from "../features/bench/newest";

const atChecks = { lastSeq: 1, says: "Check the detector" };
const atGas = { lastSeq: 2, says: "Choose the cylinder" };

test("a snapshot that was drawn before a confirmation does not take it back", () => {
  expect(newest(atGas, atChecks)).toBe(atGas);
});

test("what has come as far or further is shown", () => {
  expect(newest(atChecks, atGas)).toBe(atGas);
  expect(newest(undefined, atChecks)).toBe(atChecks);
  const drawnAnew = { ...atGas };
  expect(newest(atGas, drawnAnew)).toBe(drawnAnew);
});
