import { useSession } from "../../api/session";
import { ownLanes, useLanes, type LaneView } from "./lanes";
import { useFirstAction } from "./useFirstAction";

interface Neighbours {
  own: LaneView[];
  /** Lanes that get their gas from the same manifold, the one in focus among them; empty without one. */
  manifold: LaneView[];
  /** Detectors that the hand in focus serves. */
  served: string[];
  /** Why the lane in focus has to wait for another one. */
  held: string | null;
  /** What to prepare while it waits. */
  meanwhile: string | null;
  /** The lane that needs the hands before the one in focus. */
  first: LaneView | null;
}

/** The lane in focus among all others. @param asksFor what the page shows of it, which may be older or newer */
export function useAdjacentRuns(runId: string, asksFor: string | undefined, picked: boolean, go: (runId: string) => void): Neighbours {
  const session = useSession();
  const lanes = useLanes();
  const own = ownLanes(lanes.data ?? [], session.displayName);
  const first = useFirstAction(own, runId, picked, go);
  const inFocus = own.find((one) => one.id === runId);
  const lane = inFocus?.asksFor === asksFor ? inFocus : undefined;
  return {
    own,
    manifold: inFocus?.manifold ? own.filter((one) => one.manifold === inFocus.manifold) : [],
    served: own.filter((one) => lane?.together.includes(one.id)).map((one) => one.serial),
    held: lane?.urgency === "HELD_BACK" ? lane.why : null,
    meanwhile: lane?.meanwhile ?? null,
    first,
  };
}
