import { useEffect } from "react";
import { answer, api } from "../api/client";

const LOOK_MS = 10_000;
const TOUCHED = "sentry-touched";

/** Somebody is here: also called when they sign in or open the device, before any page of it stands. */
export function touch(): void {
  localStorage.setItem(TOUCHED, String(Date.now()));
}

function idleFor(): number {
  return Date.now() - Number(localStorage.getItem(TOUCHED) ?? Date.now());
}

/** Somebody's gas is on or a time runs: whoever watches it does not touch the screen. */
async function watches(displayName: string): Promise<boolean> {
  const lanes = await answer(api.GET("/api/v1/bench"));
  return lanes.some((lane) => lane.technician === displayName && (lane.gasOn || lane.countdown !== null));
}

/** Locks the device when nobody has touched any of its pages for a while. */
export function useIdleLock(minutes: number, displayName: string, lock: () => void): void {
  useEffect(() => {
    if (minutes === 0) {
      return;
    }
    const isLeft = () => idleFor() >= minutes * 60_000;
    const look = () => {
      if (isLeft()) {
        void watches(displayName)
          .catch(() => true)
          .then((busy) => !busy && isLeft() && lock());
      }
    };
    if (isLeft()) {
      look(); // the page was closed and comes back after a while
    } else {
      touch();
    }
    const events = ["pointerdown", "keydown", "wheel"] as const;
    events.forEach((event) => addEventListener(event, touch, { passive: true }));
    const timer = setInterval(look, LOOK_MS);
    return () => {
      clearInterval(timer);
      events.forEach((event) => removeEventListener(event, touch));
    };
  }, [minutes, displayName, lock]);
}
