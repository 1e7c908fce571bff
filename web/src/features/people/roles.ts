import type { Schemas } from "../../api/client";

export type Role = Schemas["PersonView"]["role"];

/** The roles from the least to the most, with what each adds to the one before. */
export const roles: readonly (readonly [Role, string])[] = [
  ["VIEWER", "sees everything"],
  ["TECHNICIAN", "works the bench"],
  ["LEAD", "releases from hold, changes rules"],
  ["ADMINISTRATOR", "adds people, gives roles"],
];
