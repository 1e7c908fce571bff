import { getRouteApi, Link, useNavigate } from "@tanstack/react-router";
import { useCallback, useEffect, useState } from "react";
import { may, useSession } from "../../api/session";
import { isScannerBurst } from "../../app/scanner";
import { Button, buttonLook } from "../../ui/Button";
import { Loading, Told } from "../../ui/Told";
import { AlarmsSeen, allAlarms, type Alarms } from "./AlarmsSeen";
import { CylinderChoice, type Choice } from "./CylinderChoice";
import { Lanes } from "./Lanes";
import { LiveStrip } from "./LiveStrip";
import { NextHand } from "./NextHand";
import { RunSide } from "./RunSide";
import { SavedVerdicts } from "./SavedVerdicts";
import { SensorPanel } from "./SensorPanel";
import { TryAgain } from "./TryAgain";
import { TypedEntry } from "./TypedEntry";
import { useCommand, type Command } from "./useCommand";
import { useRun, type Run } from "./useRun";
import { VerdictTable } from "./VerdictTable";

const route = getRouteApi("/shell/bench/$runId");

export function Bench() {
  const { runId } = route.useParams();
  return <Lane key={runId} runId={runId} />;
}

function Lane({ runId }: { runId: string }) {
  const { run, buffer, connected, progress, clock } = useRun(runId);
  const { send, sendAsync, error, pending } = useCommand(runId, clock);
  const [choice, setChoice] = useState<Choice | null>(null);
  const [alarms, setAlarms] = useState<Alarms>(allAlarms);
  const [instrument, setInstrument] = useState<Record<string, "PASS" | "FAIL">>({});
  const [changed, setChanged] = useState("");
  const data = run.data;
  const next = data?.next;
  const withdrawable = data?.withdrawable ?? null;

  const confirmation = data ? commandFor(data, { choice, alarms, instrument, changed }) : null;
  const confirm = useCallback(() => {
    if (confirmation) {
      send(confirmation);
      setChanged("");
    }
  }, [confirmation, send]);
  const works = data?.mine === true && !pending;
  const navigate = useNavigate();

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const element = event.target instanceof HTMLElement ? event.target : null;
      const busy = element?.closest("input:not([type=radio]):not([type=checkbox]), textarea, select, button, a, summary, [role=dialog]");
      if (busy || event.repeat || event.ctrlKey || event.metaKey || event.altKey || isScannerBurst()) {
        return;
      }
      if (event.code === "Space") {
        event.preventDefault();
        if (next?.kind === "DONE") {
          void navigate({ to: "/" });
        } else if (works && !next?.seenInReadings) {
          confirm();
        }
      } else if (event.key === "Backspace" && works && withdrawable !== null) {
        send({ kind: "WITHDRAW", sequence: withdrawable });
      }
    };
    addEventListener("keydown", onKey);
    return () => removeEventListener("keydown", onKey);
  }, [confirm, works, next?.kind, next?.seenInReadings, withdrawable, send, navigate]);

  if (run.isPending) {
    return <Loading what="the run" />;
  }
  if (run.isError || !data || !next) {
    return <Told error={run.error} />;
  }
  const charts = ["WAIT_ZERO", "OPEN_GAS", "WAIT_SETTLE", "CLOSE_GAS", "WAIT_CLEAR", "START_ZERO", "WAIT_WARM_UP"].includes(next.kind);
  const typing = data.typed && data.mine && ["WAIT_ZERO", "WAIT_SETTLE", "WAIT_CLEAR"].includes(next.kind);

  return (
    <>
      <NextHand run={data} clock={clock} onOver={() => data.typed && data.mine && send({ kind: "TIME_PASSED" })}>
        <Confirm
          run={data}
          enabled={works && confirmation !== null}
          choice={choice}
          alarms={alarms}
          instrument={instrument}
          onConfirm={confirm}
          onTakeOver={() => send({ kind: "TAKE_OVER" })}
        />
      </NextHand>
      {!connected && (
        <p role="status" className="bg-caution-wash px-4 py-2 font-semibold text-ink">
          No line to the server. What you see may be old; the gateway keeps its readings and sends them later. Turning gas off never has to
          wait.
        </p>
      )}
      <div className="px-4">
        <Told error={error} />
      </div>
      <div className="grid grow gap-x-5 gap-y-4 px-4 py-3 lg:grid-cols-[9.5rem_minmax(0,1fr)_17rem]">
        <Lanes current={runId} />
        <div className="flex min-w-0 flex-col gap-4">
          <LiveStrip run={data} clock={clock} />
          {next.kind === "DONE" && (
            <p className="flex flex-wrap gap-3">
              <Link to="/records/$runId" params={{ runId }} className={buttonLook()}>
                Open the record
              </Link>
              <Link to="/detectors/$serial" params={{ serial: data.serial }} className={buttonLook()}>
                {data.serial}
              </Link>
            </p>
          )}
          {next.kind === "CONFIRM_CHECKS" && (
            <ul className="grid gap-x-8 text-xl sm:grid-cols-2">
              {next.details.map((item) => (
                <li key={item} className="flex min-h-12 items-center gap-3 border-b border-line">
                  <span aria-hidden className="size-2.5 shrink-0 rotate-45 bg-act" />
                  {item}
                </li>
              ))}
            </ul>
          )}
          {next.kind === "CHOOSE_CYLINDER" && <CylinderChoice run={data} choice={choice} onChoose={setChoice} />}
          {next.kind === "TRY_AGAIN" && data.mine && (
            <TryAgain changed={changed} onChange={setChanged} onLeave={() => send({ kind: "LEAVE_FAILED", step: next.step })} />
          )}
          {next.kind === "CONFIRM_ALARMS" && <AlarmsSeen alarms={alarms} onChange={setAlarms} />}
          {next.kind === "CONFIRM_SAVED" && <SavedVerdicts run={data} verdicts={instrument} onChange={setInstrument} />}
          {(next.kind === "SIGN" || next.kind === "DONE") && <VerdictTable run={data} />}
          {next.kind !== "DONE" && next.kind !== "SIGN" && (
            <div className={data.sensors.length > 1 ? "grid gap-3 sm:grid-cols-2" : "grid gap-3"}>
              {data.sensors.map((sensor) => (
                <SensorPanel
                  key={sensor.slot}
                  sensor={sensor}
                  buffer={buffer}
                  progress={progress[sensor.slot] ?? sensor.progress}
                  typed={data.typed}
                  chart={charts}
                  entry={
                    typing && <TypedEntry sensor={sensor} run={data} buffer={buffer} now={() => Math.round(clock.now())} send={sendAsync} />
                  }
                />
              ))}
            </div>
          )}
        </div>
        <RunSide run={data} send={send} />
      </div>
    </>
  );
}

/** What the technician has set on the page for the step at hand. */
interface Given {
  choice: Choice | null;
  alarms: Alarms;
  instrument: Record<string, "PASS" | "FAIL">;
  changed: string;
}

function commandFor(run: Run, { choice, alarms, instrument, changed }: Given): Command | null {
  const step = run.next.step;
  switch (run.next.kind) {
    case "TRY_AGAIN":
      return changed.trim() ? { kind: "TRY_AGAIN", step, changed } : null;
    case "CONFIRM_CHECKS":
    case "CONFIRM_STEP":
    case "START_ZERO":
    case "SIGN":
      return { kind: run.next.kind, step };
    case "CHOOSE_CYLINDER":
      return choice && !choice.mustChange
        ? { kind: "CHOOSE_CYLINDER", step, cylinderId: choice.cylinderId, setPointsChanged: choice.setPointsChanged }
        : null;
    case "OPEN_GAS":
      return { kind: "GAS_ON", step };
    case "CLOSE_GAS":
      return { kind: "GAS_OFF", step };
    case "CONFIRM_ALARMS":
      return { kind: "CONFIRM_ALARMS", step, ...alarms };
    case "CONFIRM_SAVED":
      return { kind: "CONFIRM_SAVED", step, verdicts: Object.fromEntries(run.sensors.map((s) => [s.slot, instrument[s.slot] ?? "PASS"])) };
    default:
      return null;
  }
}

interface ConfirmProps {
  run: Run;
  enabled: boolean;
  choice: Choice | null;
  alarms: Alarms;
  instrument: Record<string, "PASS" | "FAIL">;
  onConfirm: () => void;
  onTakeOver: () => void;
}

function Confirm({ run, enabled, choice, alarms, instrument, onConfirm, onTakeOver }: ConfirmProps) {
  const session = useSession();
  if (run.next.kind === "DONE") {
    return (
      <Link to="/" className={confirmLook}>
        Today’s work <SpaceKey />
      </Link>
    );
  }
  if (run.next.confirm === null) {
    return null;
  }
  if (!run.mine) {
    return may(session, "TECHNICIAN") ? (
      <>
        <p className="font-semibold">{run.technician} is working on this one.</p>
        <Button onClick={onTakeOver}>Take over</Button>
      </>
    ) : (
      <p className="font-semibold">{run.technician} is working on this one.</p>
    );
  }
  if (run.next.seenInReadings) {
    return (
      <>
        <p className="font-semibold">The readings will show it.</p>
        <button
          type="button"
          disabled={!enabled}
          onClick={onConfirm}
          className="min-h-11 border border-white px-4 font-semibold text-white"
        >
          They do not: {run.next.confirm.toLowerCase()}
        </button>
      </>
    );
  }
  return (
    <button type="button" disabled={!enabled} onClick={onConfirm} className={confirmLook}>
      {confirmWord(run, choice, alarms, instrument)} <SpaceKey />
    </button>
  );
}

const confirmLook =
  "flex min-h-16 items-center justify-center gap-4 rounded-sm bg-white px-6 text-xl font-bold text-black disabled:opacity-60";

function SpaceKey() {
  return <kbd className="hidden border border-black/40 px-1.5 font-sans text-sm font-normal sm:inline">Space</kbd>;
}

function confirmWord(run: Run, choice: Choice | null, alarms: Alarms, instrument: Record<string, "PASS" | "FAIL">): string {
  switch (run.next.kind) {
    case "CHOOSE_CYLINDER":
      return choice ? `Use ${choice.tag}` : "Choose one below";
    case "CONFIRM_ALARMS": {
      const missed = Object.entries(alarms).filter(([, seen]) => !seen);
      return missed.length === 0 ? "All three noticed" : `${missed.map(([name]) => name).join(", ")} not noticed`;
    }
    case "CONFIRM_SAVED": {
      const failed = run.sensors.filter((s) => instrument[s.slot] === "FAIL");
      return failed.length === 0 ? "Saved: it says pass" : `Saved: it fails ${failed.map((s) => s.formula).join(", ")}`;
    }
    default:
      return run.next.confirm ?? "";
  }
}
