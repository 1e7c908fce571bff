import { useSyncExternalStore } from "react";

/**
 * How this device starts runs: where readings come from, in which room its bench stands, whether it calls aloud and
 * leads to the lane that needs a hand, and in the demo how fast time goes.
 */
export interface BenchPreference {
  /** AUTO: over the link where a gateway serves the detector, else typed. */
  source: "AUTO" | "LINK" | "TYPED";
  timeScale: 1 | 10 | 60;
  room: string;
  sound: boolean;
  leads: boolean;
  /** Single letters and digits are shortcuts; can be switched off, for who speaks to the device or brushes its keys. */
  letters: boolean;
}

const key = "sentry-bench";
const usual: BenchPreference = { source: "AUTO", timeScale: 1, room: "workshop", sound: true, leads: true, letters: true };
let current: BenchPreference = read();
const listeners = new Set<() => void>();

function read(): BenchPreference {
  try {
    return { ...usual, ...(JSON.parse(localStorage.getItem(key) ?? "{}") as Partial<BenchPreference>) };
  } catch {
    return usual;
  }
}

export function setBenchPreference(change: Partial<BenchPreference>): void {
  current = { ...current, ...change };
  localStorage.setItem(key, JSON.stringify(current));
  listeners.forEach((tell) => tell());
}

export function useBenchPreference(): BenchPreference {
  return useSyncExternalStore(
    (tell) => {
      listeners.add(tell);
      return () => listeners.delete(tell);
    },
    () => current,
  );
}
