import type { Schemas } from "../api/client";

type Source = Schemas["RunRow"]["source"];

/** How the readings of a run came onto the record. */
export const sourceWords: Record<Source, string> = {
  LINK: "Readings over the link",
  TYPED: "Readings typed by hand",
  PAPER: "Typed in from paper",
  SEEN: "Seen in a round",
  SEEN_LIVE: "Seen in a round, numbers over the link",
  LABORATORY: "Typed in from a laboratory’s certificate",
};

const asides: Partial<Record<Source, string>> = { TYPED: "typed", PAPER: "from paper", LABORATORY: "at a laboratory" };

/** The same beside other words, where it is not the usual way. */
export const sourceAside = (source: Source | null) => (source && asides[source]) ?? "";

/** What was typed in afterwards from somebody's sheet has no time of its own, and so no strip; it can be taken back. */
export const isTypedIn = (source: Source | null) => source === "PAPER" || source === "LABORATORY";
