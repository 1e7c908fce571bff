import clsx from "clsx";
import { useEffect, useState } from "react";
import { useSession } from "../../api/session";
import { Formula } from "../../ui/Formula";
import { Mark } from "../../ui/Mark";
import { clock } from "../../ui/shown";
import { Strip } from "../../ui/Strip";
import { litres } from "./GasBar";
import { asks, ownLanes, useLanes, type LaneView } from "./lanes";

const urgencies: Record<string, string> = {
  GAS_FLOWS: "gas is on",
  LIMIT_NEAR: "limit is near",
  FREE: "action needed",
  HELD_BACK: "held back",
};

/** Everybody on the bench: one's own in the order in which they need a hand, then the colleagues'. */
export function Lanes({
  current,
  onFocus,
  inTable,
}: {
  current?: string;
  onFocus: (runId: string) => void;
  /** The manifold whose detectors stand in a table beside this. */
  inTable?: string | null;
}) {
  const session = useSession();
  const lanes = useLanes();
  const own = ownLanes(lanes.data ?? [], session.displayName);
  const others = (lanes.data ?? []).filter((lane) => lane.technician !== session.displayName);
  return (
    <nav aria-label="On the bench" className={own.length + others.length < 2 ? "max-lg:hidden" : ""}>
      {own.length > 0 && <h2 className="mb-1 text-sm font-semibold text-soft">On the bench</h2>}
      <ul className="flex gap-2 overflow-x-auto pb-1 lg:flex-col">
        {own.map((lane, i) => (
          <LaneRow
            key={lane.id}
            lane={lane}
            inFocus={lane.id === current}
            number={i + 1}
            brief={Boolean(inTable) && lane.manifold === inTable}
            onFocus={onFocus}
          />
        ))}
      </ul>
      {others.length > 0 && (
        <>
          <h2 className="mt-3 mb-1 text-sm font-semibold text-soft">Colleagues on the bench</h2>
          <ul className="flex gap-2 overflow-x-auto lg:flex-col">
            {others.map((lane) => (
              <LaneRow key={lane.id} lane={lane} inFocus={lane.id === current} onFocus={onFocus} />
            ))}
          </ul>
        </>
      )}
    </nav>
  );
}

function LaneRow({
  lane,
  inFocus,
  number,
  brief = false,
  onFocus,
}: {
  lane: LaneView;
  inFocus: boolean;
  number?: number;
  brief?: boolean;
  onFocus: (runId: string) => void;
}) {
  return (
    <li className="w-44 shrink-0 lg:w-full">
      <button
        type="button"
        onClick={() => onFocus(lane.id)}
        aria-current={inFocus ? "true" : undefined}
        className={clsx(
          "block min-h-11 w-full border-l-4 px-2 py-1 text-left",
          inFocus ? "border-act bg-sheet" : lane.wanted && number ? "border-caution" : "border-line",
        )}
      >
        <span className="flex items-baseline justify-between gap-2">
          <span className="font-bold">
            {number && <span className="mr-1.5 font-normal text-soft">{number}</span>}
            {lane.serial}
          </span>
          <Left lane={lane} />
        </span>
        <span className="block text-sm">
          {number && lane.wanted && <Hand />}
          <span className={lane.wanted ? "font-semibold" : "text-soft"}>{asks[lane.asksFor] ?? ""}</span>
          {number && urgencies[lane.urgency] && <span className="text-soft">, {urgencies[lane.urgency]}</span>}
        </span>
        {lane.gas?.idle && (
          <span className="block bg-caution-deep px-1 text-sm font-semibold text-white">
            Close the valve: {litres(lane.gas.litresDrawn)} drawn, {litres(lane.gas.litresLeft)} left
          </span>
        )}
        {lane.link?.level === "SILENT" && lane.gasOn && <span className="block text-sm font-semibold text-caution">no readings</span>}
        {!number && <span className="block text-sm text-soft">{lane.technician}</span>}
        <span className="my-0.5 block">
          <Strip strip={lane.strip} sensors={lane.sensors.map((sensor) => sensor.slot)} />
        </span>
        {!brief && (
          <span className="flex flex-wrap gap-x-2.5 text-sm">
            {lane.sensors.map((sensor) => (
              <span key={sensor.slot} className="inline-flex items-center gap-1 whitespace-nowrap">
                <Mark verdict={sensor.verdict} named={false} />
                <span>
                  <Formula text={sensor.formula} />
                </span>
              </span>
            ))}
          </span>
        )}
      </button>
    </li>
  );
}

/** A flat hand: somebody has to do something here. */
function Hand() {
  return (
    <svg viewBox="0 0 12 12" className="mr-1 inline size-3 align-[-1px] text-caution" role="img" aria-label="action needed:">
      <path d="M1 11 V6 L6 1 L11 6 V11 Z" fill="currentColor" />
    </svg>
  );
}

/** What is left of the lane's countdown, carried on by this device between two messages. */
function Left({ lane }: { lane: LaneView }) {
  const until = lane.countdown?.until ?? null;
  const [left, setLeft] = useState(0);
  useEffect(() => {
    if (until === null) {
      return;
    }
    const heardAt = performance.now();
    const count = () => setLeft(until - lane.runTime - (performance.now() - heardAt) * lane.timeScale);
    const first = setTimeout(count);
    const timer = setInterval(count, 500);
    return () => {
      clearTimeout(first);
      clearInterval(timer);
    };
  }, [until, lane.runTime, lane.timeScale]);
  return until === null ? null : <span className="tabular-nums">{clock(Math.max(0, Math.ceil(left / 1000)))}</span>;
}
