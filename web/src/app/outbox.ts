import { openDB, type DBSchema } from "idb";
import { useSyncExternalStore } from "react";
import { answer, api, asProblem, freshId, isLineDown, type Schemas } from "../api/client";

/** Something that was entered while there was no line, in the order of entry. It keeps its id, so it has one effect. */
export type Kept =
  | { place: "run"; runId: string; words: string; body: Schemas["CommandBody"] }
  | { place: "round"; roundId: string; words: string; key: string; body: Schemas["Seen"] };

/** It goes only while the person who entered it is signed in: nobody sends what a colleague has seen. */
type Stored = Kept & { by: string };

/** An entry that the server no longer allowed, with its reason. */
export interface NotAllowed {
  words: string;
  reason: string;
}

interface Store extends DBSchema {
  kept: { key: number; value: Stored };
}

interface State {
  kept: Kept[];
  notAllowed: NotAllowed[];
}

const RETRY_MS = 2_000;

const store = openDB<Store>("sentry-outbox", 1, {
  upgrade(database) {
    database.createObjectStore("kept", { autoIncrement: true });
  },
});

let state: State = { kept: [], notAllowed: [] };
const listeners = new Set<() => void>();
const doneListeners = new Set<(kept: Kept) => void>();
let owner = "";
let sending = false;

function change(next: Partial<State>): void {
  state = { ...state, ...next };
  listeners.forEach((tell) => tell());
}

async function read(): Promise<void> {
  const all = await (await store).getAll("kept");
  change({ kept: all.filter((entry) => entry.by === owner) });
}

/** Keeps an entry on this device and goes on trying to send it. */
export async function keep(entry: Kept): Promise<void> {
  await (await store).add("kept", { ...entry, by: owner });
  await read();
  void flush();
}

/** Sends what is kept, oldest first, each once; stops where the line is still down and tries again later. */
export async function flush(): Promise<void> {
  if (sending) {
    return;
  }
  sending = true;
  try {
    const database = await store;
    for (;;) {
      let cursor = await database.transaction("kept").store.openCursor();
      while (cursor && cursor.value.by !== owner) {
        cursor = await cursor.continue();
      }
      if (!cursor) {
        break;
      }
      const { key, value } = cursor;
      try {
        await send(value);
      } catch (error) {
        const problem = asProblem(error);
        if (isLineDown(error) || problem.status === 500 || ["signed-out", "locked", "signature-wanted"].includes(problem.code)) {
          setTimeout(() => void flush(), RETRY_MS);
          break;
        }
        change({ notAllowed: [...state.notAllowed, { words: value.words, reason: problem.message }] });
        await remark(value, problem.message);
      }
      await database.delete("kept", key);
      await read();
      doneListeners.forEach((tell) => tell(value));
    }
  } finally {
    sending = false;
  }
}

async function send(entry: Kept): Promise<void> {
  if (entry.place === "run") {
    await answer(api.POST("/api/v1/runs/{id}/commands", { params: { path: { id: entry.runId } }, body: entry.body }));
  } else {
    await answer(
      api.POST("/api/v1/rounds/{id}/bumps", {
        params: { path: { id: entry.roundId }, header: { "Idempotency-Key": entry.key } },
        body: entry.body,
      }),
    );
  }
}

/** What is no longer allowed is not dropped: the record says that it was entered. */
async function remark(entry: Kept, reason: string): Promise<void> {
  if (entry.place === "run") {
    const text = `Entered without a line and no longer allowed: ${entry.words}. ${reason}`.slice(0, 500);
    await answer(
      api.POST("/api/v1/runs/{id}/commands", {
        params: { path: { id: entry.runId } },
        body: { clientId: freshId(), kind: "REMARK", reason: text },
      }),
    ).catch(() => undefined);
  }
}

/** Entries of this run wait: what comes after them has to wait as well. */
export function outboxHolds(runId: string): boolean {
  return state.kept.some((entry) => entry.place === "run" && entry.runId === runId);
}

export function forgetNotAllowed(): void {
  change({ notAllowed: [] });
}

/** Called with each entry that the server has answered; returns how to stop. */
export function onSent(tell: (kept: Kept) => void): () => void {
  doneListeners.add(tell);
  return () => doneListeners.delete(tell);
}

export function useOutbox(): State {
  return useSyncExternalStore(
    (tell) => {
      listeners.add(tell);
      return () => listeners.delete(tell);
    },
    () => state,
  );
}

/** Picks up what an earlier page of this person has left; returns how to stop. */
export function startOutbox(signInName: string): () => void {
  owner = signInName;
  const online = () => void flush();
  addEventListener("online", online);
  void read().then(flush);
  return () => removeEventListener("online", online);
}
