import { expect, test } from "vitest";
import { at, jobs, named, opened, partOf, picturesOf, put, steps, stored, tree, type Tree } from "../features/cards/card";
import { edited, untouched } from "../features/cards/editing";

const text = JSON.stringify({
  model: "Mote CO",
  version: 2,
  calibration: [
    { kind: "warm-up", seconds: 30 },
    { kind: "save-on-instrument", note: "" },
  ],
  bump: [{ kind: "confirm-alarms", note: "" }],
  pictures: [{ job: "CALIBRATION", step: 1, description: "display", mediaType: "image/png", base64: "AAAA" }],
});
const plain = (card: Tree) => JSON.parse(stored(card, 3)) as Tree;

test("a card comes out as it went in, under its next version", () => {
  expect(plain(opened(text))).toEqual({ ...(JSON.parse(text) as Tree), version: 3 });
});

test("a picture goes where its step goes", () => {
  const loaded = edited(untouched, { do: "load", card: opened(text) });
  const moved = edited(loaded, { do: "move", job: "calibration", index: 1, by: -1 });
  expect(plain(moved.card).pictures).toMatchObject([{ job: "CALIBRATION", step: 0 }]);
  const removed = edited(moved, { do: "remove", job: "calibration", index: 0 });
  expect(plain(removed.card).pictures).toEqual([]);
  const back = edited(removed, { do: "undo" });
  expect(picturesOf(tree(steps(back.card, "calibration")[0]))).toHaveLength(1);
});

test("what the server says of a picture is said at its step", () => {
  const card = opened(text);
  expect(partOf(card, "pictures[0].description")).toBe("calibration[1]");
  expect(partOf(card, "calibration[0].seconds")).toBe("calibration[0].seconds");
});

test("typing on in one field is undone at once", () => {
  const loaded = edited(untouched, { do: "load", card: opened(text) });
  const path = ["calibration", 0, "seconds"];
  const typed = [4, 45].reduce((now, value) => edited(now, { do: "put", path, value }), loaded);
  expect(at(typed.card, path)).toBe(45);
  expect(at(edited(typed, { do: "undo" }).card, path)).toBe(30);
});

test("a value is put at its place and all else stays the same", () => {
  const card = opened(text);
  const changed = put(card, ["calibration", 0, "seconds"], 60);
  expect(at(changed, ["calibration", 1])).toBe(at(card, ["calibration", 1]));
  expect(named(["calibration", 0, "accept", "seconds"])).toBe("calibration[0].accept.seconds");
  expect(jobs.map((job) => steps(card, job).length)).toEqual([2, 1]);
});
