import { expect, test } from "vitest";
import { DraftSaver, type Saved } from "../features/cards/DraftSaver";

function saver(answers: (() => Promise<number>)[]) {
  const sent: string[] = [];
  const told: Saved["state"][] = [];
  return {
    sent,
    told,
    saver: new DraftSaver(
      (card, edit) => {
        sent.push(`${card} on ${edit}`);
        return (answers.shift() ?? (() => Promise.resolve(edit + 1)))();
      },
      0,
      "as loaded",
      (saved) => told.push(saved.state),
    ),
  };
}

test("what is typed while a save is on its way goes after it, only the newest", async () => {
  let arrive: (edit: number) => void = () => undefined;
  const first = new Promise<number>((resolve) => (arrive = resolve));
  const { saver: saving, sent, told } = saver([() => first]);
  void saving.want("a");
  void saving.want("ab");
  const done = saving.want("abc");
  arrive(1);
  await done;
  expect(sent).toEqual(["a on 0", "abc on 1"]);
  expect(told.at(-1)).toBe("saved");
  expect(saving.isSaved("abc")).toBe(true);
});

test("a refusal is told, and the next change is tried again on the same edit", async () => {
  const { saver: saving, sent, told } = saver([() => Promise.reject(new Error("no line"))]);
  await saving.want("a");
  expect(told).toEqual(["saving", "failed"]);
  await saving.want("ab");
  expect(sent).toEqual(["a on 0", "ab on 0"]);
  expect(told.at(-1)).toBe("saved");
});

test("nothing is sent after it was stopped, nor what is saved already", async () => {
  const { saver: saving, sent } = saver([]);
  await saving.want("as loaded");
  expect(sent).toEqual([]);
  await saving.want("a");
  saving.stop();
  await saving.want("ab");
  expect(sent).toEqual(["a on 0"]);
});
