import { Link } from "@tanstack/react-router";
import { useEffect } from "react";
import { useBenchPreference } from "../../app/benchPreference";
import { clock as written } from "../../ui/shown";
import { cue } from "./cue";
import { litres } from "./GasBar";
import { useLanes, type LaneView } from "./lanes";

const AGAIN_MS = 10_000;

/** Lanes whose gas nobody watches: it is on and nothing is measured, or no reading arrives. */
export function unwatched(lanes: LaneView[]): LaneView[] {
  return lanes.filter((lane) => lane.gas && (lane.gas.idle || lane.link?.level === "SILENT"));
}

/**
 * Gas that nobody watches, on every page and on a locked device, in the colour of a warning; it sounds, and goes on sounding.
 *
 * @param technician whose own lanes sound
 * @param inFocus the run that the page shows in full, which says it itself
 */
export function GasAlarm({ technician, inFocus, locked = false }: { technician: string; inFocus: string | null; locked?: boolean }) {
  const lanes = useLanes();
  const { sound } = useBenchPreference();
  const all = unwatched(lanes.data ?? []);
  const own = all.some((lane) => lane.technician === technician);
  useEffect(() => {
    if (!own || !sound) {
      return;
    }
    cue("gas");
    const timer = setInterval(() => cue("gas"), AGAIN_MS);
    return () => clearInterval(timer);
  }, [own, sound]);
  const others = all.filter((lane) => lane.id !== inFocus);
  if (others.length === 0) {
    return null;
  }
  return (
    <div role="alert" aria-label="Gas that nobody watches" className="bg-caution-deep text-white print:hidden">
      <ul>
        {others.map((lane) => (
          <li key={lane.id} className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-white/30 px-4 py-2 text-lg">
            <strong className="text-xl">
              {lane.serial}: {lane.asksFor === "CLOSE_GAS" ? lane.sentence : "Close the valve"}
            </strong>
            {lane.gas && (
              <span>
                Gas on {written(lane.gas.seconds)} · {litres(lane.gas.litresDrawn)} drawn · {litres(lane.gas.litresLeft)} left in{" "}
                {lane.gas.cylinderId}
                {lane.technician !== technician && ` · ${lane.technician}`}
              </span>
            )}
            {locked ? (
              <span className="font-semibold">Open this device to confirm that gas is off.</span>
            ) : (
              <Link
                to="/bench/$runId"
                params={{ runId: lane.id }}
                className="inline-flex min-h-11 items-center border border-white px-4 font-semibold"
              >
                Go to {lane.serial}
              </Link>
            )}
          </li>
        ))}
      </ul>
    </div>
  );
}
