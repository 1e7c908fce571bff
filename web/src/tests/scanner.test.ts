import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { catchScans, isScannerBurst } from "../app/scanner";

/** Keys as a device sends them, each with the moment at which it was pressed. */
function press(keys: string[], startMs: number, gapMs: number, target: EventTarget = document.body): KeyboardEvent[] {
  return keys.map((key, i) => {
    const event = new KeyboardEvent("keydown", { key, bubbles: true, cancelable: true });
    Object.defineProperty(event, "timeStamp", { value: startMs + i * gapMs });
    target.dispatchEvent(event);
    return event;
  });
}

const keysOf = (text: string) => [...Array.from(text), "Enter"];

describe("a barcode reader", () => {
  let scans: string[] = [];
  let stop = () => {};
  let now = 10_000;

  beforeEach(() => {
    scans = [];
    stop = catchScans((text) => scans.push(text));
    now += 10_000;
  });
  afterEach(() => stop());

  it("is heard anywhere on the page", () => {
    press(keysOf("Q4-1001"), now, 12);
    expect(scans).toEqual(["Q4-1001"]);
  });

  it("is heard when it hesitates once, but not when a hand types", () => {
    press(keysOf("Q4-10"), now, 15);
    press(Array.from("Q4-"), now + 5_000, 15);
    press(keysOf("2002"), now + 5_100, 15);
    press(keysOf("Q4-1003"), now + 9_000, 130);
    expect(scans).toEqual(["Q4-10", "Q4-2002"]);
  });

  it("takes its Enter and its spaces away from whatever is in focus", () => {
    const [, , space, , , , enter] = press(keysOf("Q4 100"), now, 12);
    expect(space?.defaultPrevented).toBe(true);
    expect(enter?.defaultPrevented).toBe(true);
  });

  it("leaves a lone space, and what is typed into a field, alone", () => {
    const [space] = press([" "], now, 0);
    expect(space?.defaultPrevented).toBe(false);
    expect(isScannerBurst()).toBe(false);
    const field = document.body.appendChild(document.createElement("input"));
    press(keysOf("Q4-1001"), now + 5_000, 12, field);
    expect(scans).toEqual([]);
  });

  it("makes every key of its burst but the first one harmless", () => {
    press(["Q"], now, 0);
    expect(isScannerBurst()).toBe(false);
    press(["4"], now + 20, 0);
    expect(isScannerBurst()).toBe(true);
  });

  it("is not heard with less than four letters", () => {
    press(keysOf("Q4-"), now, 12);
    expect(scans).toEqual([]);
  });
});
