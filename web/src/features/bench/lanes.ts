import { useQuery } from "@tanstack/react-query";
import { answer, api, type Schemas } from "../../api/client";

export type LaneView = Schemas["LaneView"];

export const lanesKey = ["bench"] as const;

/** Everybody's lanes; the stream of the bench keeps them up to date, elsewhere they are asked for now and then. */
export function useLanes() {
  return useQuery({ queryKey: lanesKey, queryFn: () => answer(api.GET("/api/v1/bench")), refetchInterval: 5_000 });
}

/** One's own lanes, the one that needs a hand first at the head. */
export function ownLanes(lanes: LaneView[], technician: string | null): LaneView[] {
  return lanes.filter((lane) => lane.technician === technician).sort((a, b) => a.turn - b.turn);
}

/**
 * The lane that the one pair of hands belongs to, when it is another than the one in focus. Lanes that the same hand
 * serves count as one.
 */
export function handElsewhere(own: LaneView[], inFocus: string): LaneView | null {
  const first = own.find((lane) => lane.wanted);
  return first && first.id !== inFocus && !first.together.includes(inFocus) ? first : null;
}

/** What a lane stands at, in a word or two. */
export const asks: Record<string, string> = {
  CONFIRM_CHECKS: "checks",
  CONFIRM_STEP: "hand action",
  MEASURE: "a figure",
  ANSWER: "an answer",
  BLOCK_TEST: "block test",
  TRY_AGAIN: "failed, retry?",
  RESOLVE_DOUBT: "suspect gas",
  WAIT_WARM_UP: "warming up",
  START_ZERO: "zero",
  WAIT_ZERO: "zero settling",
  START_BLANK: "air blank",
  WAIT_BLANK: "blank settling",
  CHOOSE_CYLINDER: "choose gas",
  OPEN_GAS: "gas on",
  WAIT_SETTLE: "gas settling",
  CONFIRM_ALARMS: "alarms",
  CONFIRM_SAVED: "save",
  CLOSE_GAS: "gas off",
  WAIT_CLEAR: "clearing down",
  SIGN: "sign",
};
