import type { Json, Path, Tree } from "./card";
import type { Choices } from "./fieldSpecs";

/** Where the fields of one part stand on the card, and what happens when one is changed. */
export interface Place {
  card: Tree;
  base: Path;
  choices: Choices;
  problem: Problem | null;
  onPut: (path: Path, value: Json) => void;
}

export interface Problem {
  field: string;
  reason: string;
  wayOut: string;
}
