import type { Schemas } from "../../api/client";
import type { Json, Path, Tree } from "./card";
import type { Choices } from "./fieldSpecs";

/** Where the fields of one part stand on the card, and what happens when one is changed. */
export interface Place {
  card: Tree;
  base: Path;
  choices: Choices;
  problem: Problem | null;
  /** Of the card's interval, by dates; none while something is wrong with the card. */
  dueExamples: Schemas["DueExample"][];
  onPut: (path: Path, value: Json) => void;
}

export interface Problem {
  field: string;
  reason: string;
  wayOut: string;
}
