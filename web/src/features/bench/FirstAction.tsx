import { Button } from "../../ui/Button";
import type { LaneView } from "./lanes";

/** Another lane needs the hands before the one that is looked at. */
export function FirstAction({ lane, onGo }: { lane: LaneView; onGo: () => void }) {
  return (
    <div role="status" className="flex flex-wrap items-center justify-between gap-x-6 gap-y-2 bg-caution-wash px-4 py-2 text-ink">
      <p className="text-lg">
        <span className="font-semibold">First {lane.serial}:</span> {lane.sentence}. <span className="text-soft">{lane.why}</span>
      </p>
      <Button onClick={onGo}>
        Go there <kbd className="ml-2 hidden border border-line px-1.5 font-sans text-sm font-normal sm:inline">F</kbd>
      </Button>
    </div>
  );
}
