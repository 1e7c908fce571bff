import { beforeEach, describe, expect, it, vi } from "vitest";
import { TraceBuffer } from "../features/bench/TraceBuffer";

describe("readings of a run, as columns", () => {
  let buffer = new TraceBuffer();
  beforeEach(() => {
    buffer = new TraceBuffer();
  });

  it("keeps every column as long as time, with gaps where a sensor was not read", () => {
    buffer.add([{ at: 250, values: { "1": 0, "3": 1 } }]);
    buffer.add([{ at: 500, values: { "3": 2 } }]);
    expect(buffer.seconds).toEqual([0.25, 0.5]);
    expect(buffer.column(1)).toEqual([0, null]);
    expect(buffer.column(3)).toEqual([1, 2]);
    expect(buffer.column(4)).toEqual([null, null]);
    expect(buffer.latest(1)).toBe(0);
    expect(buffer.latest(4)).toBeNull();
  });

  it("knows which of its readings are left out", () => {
    buffer.add([
      { at: 250, values: { "1": 3 } },
      { at: 500, values: { "1": 41 } },
    ]);
    buffer.leaveOut({ "1": [500, 750], "2": [250] });
    expect(buffer.leftOut(1)).toEqual([[0.5, 41]]);
    expect(buffer.leftOut(2)).toEqual([]);
    buffer.leaveOut({});
    expect(buffer.leftOut(1)).toEqual([]);
  });

  it("drops what it has already, as after a lost line", () => {
    const batch = [
      { at: 250, values: { "1": 0 } },
      { at: 500, values: { "1": 5 } },
    ];
    buffer.add(batch);
    buffer.add([...batch, { at: 750, values: { "1": 6 } }]);
    expect(buffer.column(1)).toEqual([0, 5, 6]);
  });

  it("tells its listeners once a frame", () => {
    const frames: FrameRequestCallback[] = [];
    vi.stubGlobal("requestAnimationFrame", (frame: FrameRequestCallback) => frames.push(frame));
    let told = 0;
    const stop = buffer.listen(() => told++);
    buffer.add([{ at: 250, values: { "1": 0 } }]);
    buffer.add([{ at: 500, values: { "1": 0 } }]);
    expect(frames).toHaveLength(1);
    frames.forEach((frame) => frame(0));
    expect(told).toBe(1);
    stop();
    buffer.add([{ at: 750, values: { "1": 0 } }]);
    frames.slice(1).forEach((frame) => frame(0));
    expect(told).toBe(1);
    vi.unstubAllGlobals();
  });
});
