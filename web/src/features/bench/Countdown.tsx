import { useEffect, useState } from "react";
import type { Schemas } from "../../api/client";
import { clock as written } from "../../ui/shown";
import type { RunClock } from "./RunClock";

/** Run time that is left, large; calls when it is over, and again each second until something else is counted. */
export function Countdown({ countdown, clock, onOver }: { countdown: Schemas["Countdown"]; clock: RunClock; onOver: () => void }) {
  const [now, setNow] = useState(() => clock.now());
  const left = Math.max(0, countdown.until - now);
  const over = left === 0;
  useEffect(() => {
    const timer = setInterval(() => setNow(clock.now()), 200);
    return () => clearInterval(timer);
  }, [clock]);
  useEffect(() => {
    if (!over) {
      return;
    }
    onOver();
    const timer = setInterval(onOver, 1_000);
    return () => clearInterval(timer);
  }, [over]); // eslint-disable-line react-hooks/exhaustive-deps -- the handler of each drawing does the same
  const share = Math.min(1, Math.max(0, (now - countdown.from) / (countdown.until - countdown.from)));
  return (
    <div className="min-w-24 text-right sm:min-w-32" role="timer" aria-label={`${countdown.label}: ${written(left / 1000)} left`}>
      <p className="text-4xl leading-none font-bold sm:text-5xl">{written(Math.ceil(left / 1000))}</p>
      <p className="text-sm">{countdown.label}</p>
      <div aria-hidden className="mt-1 h-1.5 bg-white/25">
        <div className="h-full bg-white" style={{ width: `${share * 100}%` }} />
      </div>
    </div>
  );
}
