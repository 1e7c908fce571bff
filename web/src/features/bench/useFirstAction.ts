import { useEffect, useRef } from "react";
import { useBenchPreference } from "../../app/benchPreference";
import { cue } from "./cue";
import { handElsewhere, type LaneView } from "./lanes";

const SETTLE_MS = 500;

/**
 * Leads the page to the lane that needs a hand. It follows while the lane in focus only waits and nobody is typing; a
 * lane that was picked by hand stays until something is confirmed on it.
 *
 * @returns the lane to go to first, when the page has not gone there by itself
 */
export function useFirstAction(own: LaneView[], inFocus: string, picked: boolean, go: (runId: string) => void): LaneView | null {
  const { sound, leads } = useBenchPreference();
  const first = own.find((lane) => lane.wanted);
  const elsewhere = handElsewhere(own, inFocus);
  const focused = own.find((lane) => lane.id === inFocus);
  const follows = leads && elsewhere !== null && !picked && (!focused || !focused.wanted || elsewhere.urgency === "GAS_FLOWS");

  const call = first ? `${first.id} ${first.asksFor} ${first.step}` : "";
  const called = useRef(call);
  useEffect(() => {
    if (call !== called.current) {
      called.current = call;
      if (sound && first) {
        cue(first.urgency === "GAS_FLOWS" ? "gas" : first.asksFor === "SIGN" ? "done" : "hand");
      }
    }
  }, [call, first, sound]);

  const target = follows ? elsewhere.id : null;
  useEffect(() => {
    if (!target) {
      return;
    }
    const timer = setTimeout(() => {
      const field = document.activeElement;
      const typing = field instanceof HTMLInputElement && field.value !== "";
      if (!typing && !document.querySelector("[role=dialog]")) {
        go(target);
      }
    }, SETTLE_MS);
    return () => clearTimeout(timer);
  }, [target, go]);

  return elsewhere;
}
