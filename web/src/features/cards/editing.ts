import { put, steps, tree, type JobName, type Json, type Path, type Tree } from "./card";

/** The card as it stands, and as it stood before each change. */
export interface Editing {
  card: Tree;
  before: Tree[];
  lastTyped: string;
}

export type Change =
  | { do: "load"; card: Tree }
  | { do: "put"; path: Path; value: Json }
  | { do: "insert"; job: JobName; index: number; step: Tree }
  | { do: "remove"; job: JobName; index: number }
  | { do: "move"; job: JobName; index: number; by: -1 | 1 }
  | { do: "undo" };

const MOST_KEPT = 100;

export const untouched: Editing = { card: {}, before: [], lastTyped: "" };

/** Typing on in one field counts as one change. */
export function edited(now: Editing, change: Change): Editing {
  switch (change.do) {
    case "load":
      return { card: change.card, before: [], lastTyped: "" };
    case "undo":
      return { card: now.before[0] ?? now.card, before: now.before.slice(1), lastTyped: "" };
    case "put": {
      const where = change.path.join("/");
      const card = tree(put(now.card, change.path, change.value));
      return { card, before: where === now.lastTyped ? now.before : kept(now), lastTyped: where };
    }
    default:
      return { card: { ...now.card, [change.job]: moved(steps(now.card, change.job), change) }, before: kept(now), lastTyped: "" };
  }
}

function kept(now: Editing): Tree[] {
  return [now.card, ...now.before].slice(0, MOST_KEPT);
}

function moved(all: Tree[], change: Extract<Change, { job: JobName }>): Tree[] {
  const next = [...all];
  if (change.do === "insert") {
    next.splice(change.index, 0, change.step);
    return next;
  }
  const [step] = next.splice(change.index, 1);
  if (change.do === "move" && step) {
    next.splice(change.index + change.by, 0, step);
  }
  return next;
}
