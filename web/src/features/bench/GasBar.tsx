import { useEffect, useState } from "react";
import type { Schemas } from "../../api/client";
import { clock as written } from "../../ui/shown";
import type { RunClock } from "./RunClock";

type Gas = Schemas["GasWatch"];

/** What the gas that is on has cost so far; there as long as a valve is open, on every screen of a run. */
export function GasBar({ gas, clock, onOff, held }: { gas: Gas; clock: RunClock; onOff: (() => void) | null; held: boolean }) {
  const [now, setNow] = useState(() => clock.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(clock.now()), 500);
    return () => clearInterval(timer);
  }, [clock]);
  return (
    <div
      role="group"
      aria-label="Gas that is on"
      className="flex w-full flex-wrap items-center gap-x-5 gap-y-1 border-t border-white/40 pt-2 text-lg"
    >
      <p className="grow">
        <strong>Gas on {written(Math.max(0, now - gas.since) / 1000)}</strong>
        <span className="whitespace-nowrap"> · {litres(gas.litresDrawn)} drawn</span>
        <span className="whitespace-nowrap">
          {" "}
          · {litres(gas.litresLeft)} left in {gas.cylinderId}
        </span>
        {gas.over && (
          <strong className="block">On longer than the card allows ({written(gas.limitSeconds)}): it stays on the record.</strong>
        )}
      </p>
      {onOff && !held && (
        <button type="button" onClick={onOff} className="min-h-11 border border-white px-4 font-semibold text-white">
          Gas is off
        </button>
      )}
    </div>
  );
}

/** Litres as a gauge gives them: 2.1 L. */
export function litres(value: number): string {
  return `${value.toFixed(1)} L`;
}
