import { expect, test } from "vitest";
import { RunClock } from "../features/bench/RunClock";

function clock() {
  const device = { now: 1_000 };
  return { device, clock: new RunClock(() => device.now) };
}

const typed = { id: "a", typed: true, timeScale: 10 };
const linked = { id: "a", typed: false, timeScale: 1 };

test("a typed run's clock goes on by itself and never back, however late an answer comes", () => {
  const { device, clock: run } = clock();
  run.view({ ...typed, runTime: 5_000 });
  device.now += 300;
  expect(run.now()).toBe(8_000);
  run.view({ ...typed, runTime: 7_200 });
  expect(run.now()).toBe(8_000);
  run.view({ ...typed, runTime: 9_000 });
  expect(run.now()).toBe(9_000);
});

test("over the link the readings are the clock, and it goes on when they stop", () => {
  const { device, clock: run } = clock();
  run.view({ ...linked, runTime: 5_000 });
  run.reading("a", 6_000);
  device.now += 500;
  expect(run.now()).toBe(6_500);
  device.now += 60_000;
  expect(run.now()).toBe(66_500);
  run.reading("a", 66_400);
  expect(run.now()).toBe(66_400);
});

test("another run begins again, and readings of the one before do not count", () => {
  const { clock: run } = clock();
  run.view({ ...typed, runTime: 90_000 });
  run.view({ ...typed, id: "b", runTime: 100 });
  expect(run.now()).toBe(100);
  run.reading("a", 95_000);
  expect(run.now()).toBe(100);
});
