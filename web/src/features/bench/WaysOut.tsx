import { useState } from "react";
import { Button } from "../../ui/Button";
import { Formula } from "../../ui/Formula";
import { Sheet } from "../../ui/Sheet";
import { RunReasonSheet } from "./RunReasonSheet";
import type { Command } from "./command";
import type { Run } from "./useRun";

/** Taking back, leaving out, stopping: what is not the way on, but must always be at hand. */
export function WaysOut({ run, send, onUndo }: { run: Run; send: (command: Command) => void; onUndo: () => void }) {
  const [sheet, setSheet] = useState<"stop" | "skip" | "leave-out" | "switch" | null>(null);
  const [slot, setSlot] = useState<number | null>(null);
  const close = () => setSheet(null);
  return (
    <div className="flex flex-wrap gap-2">
      {run.withdrawable !== null && (
        <Button onClick={onUndo} title="Backspace">
          Undo
        </Button>
      )}
      <Button onClick={() => setSheet("switch")}>{run.typed ? "Read over the link" : "Type readings"}</Button>
      {run.gasMayBeLeftOut && <Button onClick={() => setSheet("leave-out")}>Work without this gas</Button>}
      {run.skippable && <Button onClick={() => setSheet("skip")}>Skip a sensor</Button>}
      <Button kind="grave" onClick={() => setSheet("stop")}>
        Stop the run
      </Button>
      <RunReasonSheet
        open={sheet === "stop"}
        onClose={close}
        title="Stop the run"
        act="Stop the run"
        onReason={(reason) => send({ kind: "STOP", reason })}
      >
        {run.gasOn && (
          <p className="border-l-4 border-caution bg-caution-wash p-3 font-semibold">
            Gas is on. Close the valve and press “Gas is off” first.
          </p>
        )}
        <p>What was done stays on record. Due dates stay unchanged.</p>
      </RunReasonSheet>
      <Sheet open={sheet === "switch"} onClose={close} title={run.typed ? "Read over the link" : "Type readings"}>
        <div className="flex flex-col gap-4">
          <p>
            {run.typed
              ? run.gatewayServes
                ? "A gateway sends the readings of this detector from here on."
                : "No gateway was heard for this detector in the last two minutes. Readings count once one has come."
              : "You type what the display shows from here on. What the gateway sent stays on the record."}
          </p>
          <Button
            kind="act"
            onClick={() => {
              send({ kind: "SWITCH_SOURCE", source: run.typed ? "LINK" : "TYPED" });
              close();
            }}
          >
            {run.typed ? "Read over the link" : "Type readings"}
          </Button>
        </div>
      </Sheet>
      <RunReasonSheet
        open={sheet === "leave-out"}
        onClose={close}
        title="Work without this gas"
        act="Leave it out"
        onReason={(reason) => send({ kind: "LEAVE_OUT", step: run.next.step, reason })}
      >
        <p>The record says that it was left out, and why. One end of the sensor stays as it was set before.</p>
      </RunReasonSheet>
      <RunReasonSheet
        open={sheet === "skip"}
        onClose={close}
        title="Skip a sensor"
        act="Skip it"
        onReason={(reason) => slot !== null && send({ kind: "SKIP", slots: [slot], reason })}
      >
        <p>A skipped sensor is not judged. The detector stays out of use, unless the site rules let it go out disabled and labelled.</p>
        <fieldset className="flex flex-col gap-1">
          <legend className="font-semibold">Which one</legend>
          {run.sensors.map((sensor) => (
            <label key={sensor.slot} className="flex min-h-11 items-center gap-3 text-lg">
              <input
                type="radio"
                name="skip"
                required
                className="size-5 accent-act"
                checked={slot === sensor.slot}
                onChange={() => setSlot(sensor.slot)}
              />
              <strong>
                <Formula text={sensor.formula} />
              </strong>
              {sensor.gas}
            </label>
          ))}
        </fieldset>
      </RunReasonSheet>
    </div>
  );
}
