import { useEffect, useState } from "react";
import { Strip } from "../../ui/Strip";
import type { RunClock } from "./RunClock";
import type { Run } from "./useRun";

/** The run's strip, growing with run time. */
export function LiveStrip({ run, clock }: { run: Run; clock: RunClock }) {
  const open = run.phase === "OPEN" || run.phase === "TO_SIGN";
  const [seconds, setSeconds] = useState(run.strip.endSeconds);
  useEffect(() => {
    if (!open) {
      return;
    }
    const timer = setInterval(() => setSeconds(clock.now() / 1000), 500);
    return () => clearInterval(timer);
  }, [open, clock]);
  const endSeconds = open ? Math.max(run.strip.endSeconds, seconds) : run.strip.endSeconds;
  return <Strip live={open} strip={{ ...run.strip, endSeconds }} rows={run.sensors.map((s) => ({ slot: s.slot, label: s.formula }))} />;
}
