import { freshId } from "../../api/client";

export type Json = string | number | boolean | null | Json[] | { [key: string]: Json };
export type Tree = { [key: string]: Json };
export type Path = (string | number)[];

/** The two jobs, as the card names their steps. */
export const jobs = ["calibration", "bump"] as const;
export type JobName = (typeof jobs)[number];

/** While a card is edited each step carries an id and its own pictures, so that it can be moved. */
const ID = "_id";
const PICTURES = "_pictures";

export type Picture = { description: string; mediaType: string; base64: string };

export function list(value: Json | undefined): Json[] {
  return Array.isArray(value) ? value : [];
}

export function tree(value: Json | undefined): Tree {
  return value !== null && typeof value === "object" && !Array.isArray(value) ? value : {};
}

/** A value as a field shows it. */
export function text(value: Json | undefined): string {
  return value === null || value === undefined || typeof value === "object" ? "" : String(value);
}

export function steps(card: Tree, job: JobName): Tree[] {
  return list(card[job]).map(tree);
}

export function idOf(step: Tree): string {
  return text(step[ID]);
}

export function picturesOf(step: Tree): Picture[] {
  return list(step[PICTURES]) as Picture[];
}

export const picturesPath = (base: Path): Path => [...base, PICTURES];

/** A step that is new on the card. */
export function fresh(step: Tree): Tree {
  return { ...step, [ID]: freshId(), [PICTURES]: [] };
}

/** A card as it is stored, made ready to be edited. */
export function opened(text: string): Tree {
  const card = tree(JSON.parse(text) as Json);
  const pictures = list(card.pictures).map(tree);
  const edited: Tree = { ...card };
  for (const job of jobs) {
    edited[job] = steps(card, job).map((step, i) => ({
      ...step,
      [ID]: freshId(),
      [PICTURES]: pictures
        .filter((picture) => picture.job === job.toUpperCase() && picture.step === i)
        .map(({ description, mediaType, base64 }) => ({ description, mediaType, base64 }) as Tree),
    }));
  }
  delete edited.pictures;
  return edited;
}

/** An edited card as it is stored, under a version. */
export function stored(card: Tree, version: number): string {
  const plain: Tree = { ...card, version };
  const pictures: Json[] = [];
  for (const job of jobs) {
    plain[job] = steps(card, job).map((step, i) => {
      picturesOf(step).forEach((picture) => pictures.push({ job: job.toUpperCase(), step: i, ...picture }));
      return Object.fromEntries(Object.entries(step).filter(([key]) => key !== ID && key !== PICTURES));
    });
  }
  return JSON.stringify({ ...plain, pictures });
}

export function at(root: Json, path: Path): Json | undefined {
  return path.reduce<Json | undefined>((here, key) => (typeof key === "number" ? list(here)[key] : tree(here)[key]), root);
}

/** The tree with one value put in; all else stays the same object. */
export function put(root: Json | undefined, path: Path, value: Json): Json {
  const [key, ...rest] = path;
  if (key === undefined) {
    return value;
  }
  if (typeof key === "number") {
    return list(root).map((item, i) => (i === key ? put(item, rest, value) : item));
  }
  const here = tree(root);
  return { ...here, [key]: put(here[key], rest, value) };
}

/** A place as the server names it: {@code calibration[3].accept}. */
export function named(path: Path): string {
  return path.reduce<string>((name, key) => (typeof key === "number" ? `${name}[${key}]` : name ? `${name}.${key}` : key), "");
}

/** The part of the card that a place named by the server belongs to: a picture belongs to its step. */
export function partOf(card: Tree, field: string): string {
  const picture = /^pictures\[(\d+)\]/.exec(field);
  if (!picture) {
    return field;
  }
  const owners = jobs.flatMap((job) => steps(card, job).flatMap((step, i) => picturesOf(step).map(() => named([job, i]))));
  return owners[Number(picture[1])] ?? field;
}
