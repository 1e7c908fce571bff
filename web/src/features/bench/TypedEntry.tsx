import { useRef, useState, type SubmitEvent } from "react";
import { asProblem } from "../../api/client";
import { Button } from "../../ui/Button";
import { number } from "../../ui/number";
import { shown } from "../../ui/shown";
import type { Command } from "./command";
import type { Run } from "./useRun";
import type { TraceBuffer } from "./TraceBuffer";

type Sensor = Run["sensors"][number];

/**
 * A reading typed from the display. Enter sends it and goes to the next sensor; the server decides whether it has settled with
 * it, and the note says what is left to do.
 */
export function TypedEntry({
  sensor,
  run,
  buffer,
  now,
  send,
}: {
  sensor: Sensor;
  run: Run;
  buffer: TraceBuffer;
  now: () => number;
  send: (command: Command) => Promise<unknown>;
}) {
  const [text, setText] = useState("");
  const [wrong, setWrong] = useState("");
  const [note, setNote] = useState("");
  const field = useRef<HTMLInputElement>(null);
  const measures = ["WAIT_SETTLE", "WAIT_ZERO", "WAIT_BLANK"].includes(run.next.kind);
  const undecided = measures && sensor.progress !== "ACCEPTED" && sensor.progress !== "FAILED" && sensor.progress !== "IDLE";

  const declare = () => send({ kind: "DECLARE_SETTLED", step: run.next.step, slot: sensor.slot });

  async function submit(event: SubmitEvent) {
    event.preventDefault();
    const moving = event.nativeEvent.submitter?.dataset["moving"] === "true";
    const value = number(text);
    if (value === null) {
      setWrong("Type the number that the display shows.");
      return;
    }
    const at = now();
    try {
      await send(
        moving
          ? { kind: "TYPE_READING", slot: sensor.slot, value }
          : { kind: "ENTER_READING", step: run.next.step, slot: sensor.slot, value },
      );
      buffer.add([{ at, values: { [sensor.slot]: value } }]);
      setText("");
      setWrong("");
      const asExpected = value >= sensor.band.low && value <= sensor.band.high;
      const early = run.settleFrom !== null && at < run.settleFrom;
      setNote(early && undecided ? "Stored. It is too early to take it: type it again once the time is over." : "");
      if (undecided && !asExpected && !moving && !early) {
        const limits = `${shown(sensor.band.low, sensor.resolution)} to ${shown(sensor.band.high, sensor.resolution)} ${sensor.unit}`;
        setWrong(`Expected: ${limits}; typed: ${value}. Read it again, or press Settled if it is right.`);
      }
      const fields = [...document.querySelectorAll<HTMLInputElement>("input[data-reading]")];
      fields[(fields.indexOf(field.current as HTMLInputElement) + 1) % fields.length]?.focus();
    } catch (error) {
      setWrong(asProblem(error).message);
    }
  }

  return (
    <form onSubmit={(event) => void submit(event)} className="my-2">
      <div className="flex gap-2">
        <label className="sr-only" htmlFor={`reading-${sensor.slot}`}>
          {sensor.gas} reading in {sensor.unit}
        </label>
        <input
          id={`reading-${sensor.slot}`}
          ref={field}
          data-reading
          inputMode="decimal"
          autoComplete="off"
          value={text}
          onChange={(event) => setText(event.target.value)}
          aria-invalid={wrong ? true : undefined}
          className="min-h-12 w-full min-w-0 border border-ink bg-paper px-3 text-2xl"
          placeholder={sensor.unit}
        />
        <Button type="submit" aria-label={`Store ${sensor.gas} reading`}>
          Enter
        </Button>
      </div>
      {undecided && (
        <div className="flex gap-5">
          <Button
            kind="quiet"
            className="px-0"
            onClick={() => void declare().catch((error: unknown) => setWrong(asProblem(error).message))}
          >
            Settled
          </Button>
          <Button kind="quiet" type="submit" className="px-0" data-moving="true">
            Still moving: store only
          </Button>
        </div>
      )}
      {note && !wrong && undecided && <p role="status">{note}</p>}
      {wrong && (
        <p role="alert" className="font-semibold text-fail">
          {wrong}
        </p>
      )}
    </form>
  );
}
