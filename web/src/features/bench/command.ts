import type { Schemas } from "../../api/client";

/** What the technician does, before it has an id and a moment. */
export type Command = Omit<Schemas["CommandBody"], "clientId" | "at">;
