import { useEffect, useState } from "react";

/** Seconds since a moment, looked at every second. @param since milliseconds of the epoch */
export function useAge(since: number): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 1_000);
    return () => clearInterval(timer);
  }, []);
  return Math.max(0, (now - since) / 1_000);
}
