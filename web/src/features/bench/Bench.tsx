import { getRouteApi, Link, useNavigate } from "@tanstack/react-router";
import { useCallback, useEffect, useState } from "react";
import { isScannerBurst } from "../../app/scanner";
import { useOutbox } from "../../app/outbox";
import { useBenchPreference } from "../../app/benchPreference";
import { Button, buttonLook } from "../../ui/Button";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { LongField } from "../../ui/Field";
import { shown } from "../../ui/shown";
import { Sheet } from "../../ui/Sheet";
import { HoldTagLink } from "../fleet/HoldTagLink";
import { AlarmsSeen } from "./AlarmsSeen";
import { Confirm } from "./Confirm";
import { Countersign } from "./Countersign";
import { CylinderChoice } from "./CylinderChoice";
import { FirstAction } from "./FirstAction";
import { commandAfter } from "./following";
import { commandBefore, commandFor, forTogether, nothingConfirmed, type ConfirmedFields } from "./confirmedFields";
import { confirmedAhead } from "./keptCommands";
import { Lanes } from "./Lanes";
import { LiveStrip } from "./LiveStrip";
import { ManifoldTable } from "./ManifoldTable";
import { MeasureEntry } from "./MeasureEntry";
import { NextActionPanel } from "./NextActionPanel";
import { RoomConditions } from "./RoomConditions";
import { RunSide } from "./RunSide";
import { SavedVerdicts } from "./SavedVerdicts";
import { SensorPanel } from "./SensorPanel";
import { Diagnosis } from "./Diagnosis";
import { SuspectGas } from "./SuspectGas";
import { TryAgain } from "./TryAgain";
import { TypedEntry } from "./TypedEntry";
import { useCommand } from "./useCommand";
import { useAdjacentRuns } from "./useAdjacentRuns";
import { useRun, type Run } from "./useRun";
import { VerdictTable } from "./VerdictTable";

const route = getRouteApi("/shell/bench/$runId");

export function Bench() {
  const { runId } = route.useParams();
  const navigate = useNavigate();
  const [picked, setPicked] = useState<string | null>(null);
  const go = useCallback((to: string) => void navigate({ to: "/bench/$runId", params: { runId: to } }), [navigate]);
  const pick = useCallback(
    (to: string) => {
      setPicked(to);
      go(to);
    },
    [go],
  );
  const worked = useCallback(() => setPicked(null), []);
  return <Lane key={runId} runId={runId} picked={picked === runId} onPick={pick} onGo={go} onWorked={worked} />;
}

function Lane({
  runId,
  picked,
  onPick,
  onGo,
  onWorked,
}: {
  runId: string;
  /** It was chosen by hand, and nothing was confirmed on it since. */
  picked: boolean;
  onPick: (runId: string) => void;
  onGo: (runId: string) => void;
  onWorked: () => void;
}) {
  const { run, buffer, connected, progress, clock } = useRun(runId);
  const { send, sendAsync, error, pending } = useCommand(runId, clock);
  const [held, setHeld] = useState({ step: "", confirmedFields: nothingConfirmed });
  const { kept } = useOutbox();
  const waiting = kept.flatMap((entry) => (entry.place === "run" && entry.runId === runId ? [entry.body.kind] : []));
  const data = run.data && goneAhead(run.data, waiting);
  const lineDown = !connected || waiting.length > 0;
  const next = data?.next;
  const withdrawable = data?.withdrawable ?? null;
  // What was set for one step is forgotten at the next.
  const step = next ? `${next.kind} ${next.step}` : "";
  const confirmedFields = held.step === step ? held.confirmedFields : nothingConfirmed;
  const give = useCallback(
    (more: Partial<ConfirmedFields>) =>
      setHeld((before) => ({ step, confirmedFields: { ...(before.step === step ? before.confirmedFields : nothingConfirmed), ...more } })),
    [step],
  );
  // What comes next stands at the top of the page.
  useEffect(() => {
    scrollTo({ top: 0 });
  }, [step]);
  const choose = useCallback((choice: ConfirmedFields["choice"]) => give({ choice }), [give]);

  const { own, manifold, served, held: heldBack, meanwhile, first } = useAdjacentRuns(runId, next?.kind, picked, onGo);

  const confirmation = data && !heldBack ? forTogether(commandFor(data, confirmedFields), served.length) : null;
  const before = data ? commandBefore(data, confirmedFields) : null;
  const confirm = useCallback(() => {
    if (!confirmation) {
      return;
    }
    onWorked();
    if (before) {
      void sendAsync(before)
        .then(() => {
          give({ remark: "", conditions: {} });
          send(confirmation);
        })
        .catch(() => undefined);
    } else {
      send(confirmation);
    }
  }, [confirmation, before, give, send, sendAsync, onWorked]);
  // Both presses in one; the second is left out where the server answers with anything else than was expected.
  const confirmBoth = async () => {
    const following = next?.following;
    if (!confirmation || !following) {
      return;
    }
    onWorked();
    if (before) {
      await sendAsync(before);
    }
    const after = await sendAsync(confirmation);
    const second = after && commandAfter(after, following.kind);
    if (second) {
      await sendAsync(second);
    }
  };
  const [undoing, setUndoing] = useState(false);
  const gasOff = () => {
    const off = { kind: "GAS_OFF" as const, step: next?.step ?? 0 };
    send(forTogether(off, served.length) ?? off);
  };
  const { letters } = useBenchPreference();
  const sharedHand = confirmation === null || confirmation.together === true;
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
      } else if (letters && works && next?.kind === "ANSWER" && (event.key === "y" || event.key === "n")) {
        send({ kind: "ANSWER", step: next.step, answer: event.key === "y" });
      } else if (letters && event.key === "f" && first) {
        onGo(first.id);
      } else if (letters && /^[1-6]$/.test(event.key) && own[Number(event.key) - 1]) {
        onPick(own[Number(event.key) - 1]?.id ?? runId);
      } else if (event.key === "Backspace" && works && withdrawable !== null) {
        setUndoing(true);
      }
    };
    addEventListener("keydown", onKey);
    return () => removeEventListener("keydown", onKey);
  }, [
    confirm,
    works,
    next?.kind,
    next?.step,
    next?.seenInReadings,
    withdrawable,
    send,
    navigate,
    first,
    own,
    onGo,
    onPick,
    runId,
    letters,
  ]);

  if (run.isPending) {
    return <Loading what="the run" />;
  }
  if (run.isError || !data || !next) {
    return <ErrorMessage error={run.error} />;
  }
  const charts = [
    "WAIT_ZERO",
    "OPEN_GAS",
    "WAIT_SETTLE",
    "CLOSE_GAS",
    "WAIT_CLEAR",
    "START_ZERO",
    "START_BLANK",
    "WAIT_BLANK",
    "WAIT_WARM_UP",
  ].includes(next.kind);
  const allSettled = () => {
    const all = { kind: "DECLARE_ALL_SETTLED" as const, step: next.step };
    send(forTogether(all, served.length) ?? all);
  };
  const allAlarms = () => {
    onWorked();
    const all = { kind: "CONFIRM_ALARMS" as const, step: next.step, audible: true, visual: true, vibration: true };
    send(forTogether(all, served.length) ?? all);
  };
  // One press says what every display shows: the figure of clean air is typed for each, and declared settled.
  const allClean = async (zeroStarted: boolean) => {
    onWorked();
    let after: Run | null = null;
    const inAir = data.sensors.filter((sensor) => next.kind === "WAIT_CLEAR" || isUndecided(sensor));
    for (const { slot, air } of inAir) {
      after = await sendAsync({ kind: "TYPE_READING", slot, value: air });
      buffer.add([{ at: Math.round(clock.now()), values: { [slot]: air } }]);
    }
    if (next.kind !== "WAIT_CLEAR") {
      await sendAsync({ kind: "DECLARE_ALL_SETTLED", step: next.step });
    }
    const second = zeroStarted && after && commandAfter(after, "START_ZERO");
    if (second) {
      await sendAsync(second);
    }
  };
  // Only what was just set to the label is said to show it with one press; what is found is typed figure by figure.
  const allAsSet = async () => {
    onWorked();
    for (const sensor of toVerify) {
      const value = Number(shown(sensor.expected ?? 0, sensor.resolution));
      await sendAsync({ kind: "TYPE_READING", slot: sensor.slot, value });
      buffer.add([{ at: Math.round(clock.now()), values: { [sensor.slot]: value } }]);
    }
    await sendAsync({ kind: "DECLARE_ALL_SETTLED", step: next.step });
  };
  const toVerify = data.verifying ? data.sensors.filter((one) => one.expected !== null && isUndecided(one)) : [];
  const typing = data.typed && data.mine && ["WAIT_ZERO", "WAIT_BLANK", "WAIT_SETTLE", "WAIT_CLEAR"].includes(next.kind);

  return (
    <>
      {first && <FirstAction lane={first} onGo={() => onGo(first.id)} />}
      <NextActionPanel
        run={data}
        clock={clock}
        onOver={() => data.typed && data.mine && !lineDown && send({ kind: "TIME_PASSED" })}
        held={heldBack}
        meanwhile={meanwhile}
        serials={sharedHand ? served : [data.serial]}
        onGasOff={data.mine && !waiting.includes("GAS_OFF") ? gasOff : null}
      >
        <Confirm
          run={data}
          enabled={works && confirmation !== null}
          confirmedFields={confirmedFields}
          served={sharedHand ? served.length : 1}
          onConfirm={confirm}
          onBoth={served.length > 1 ? null : () => void confirmBoth().catch(() => undefined)}
          send={send}
        />
      </NextActionPanel>
      {lineDown && (
        <p role="status" className="bg-caution-wash px-4 py-2 font-semibold text-ink">
          No line to the server. What you see may be old; the gateway keeps its readings and sends them later. Turning gas off never has to
          wait.
          {data.mine && !data.gas && waiting.includes("GAS_ON") && !waiting.includes("GAS_OFF") && (
            <Button className="ml-4" onClick={() => send({ kind: "GAS_OFF", step: next.step })}>
              Gas is off
            </Button>
          )}
        </p>
      )}
      <div className="px-4">
        <ErrorMessage error={error} />
      </div>
      <div className="grid grow grid-cols-1 gap-x-5 gap-y-4 px-4 py-3 lg:grid-cols-[13rem_minmax(0,1fr)_17rem]">
        <Lanes current={runId} onFocus={onPick} inTable={manifold.length > 1 ? manifold[0]?.manifold : undefined} />
        <div className="flex min-w-0 flex-col gap-4">
          <LiveStrip run={data} clock={clock} />
          {manifold.length > 1 && <ManifoldTable lanes={manifold} current={runId} onFocus={onPick} />}
          {typing && next.kind !== "WAIT_SETTLE" && manifold.length <= 1 && (
            <div className="flex flex-wrap gap-3">
              <Button kind="outline" onClick={() => void allClean(false).catch(() => undefined)}>
                All show clean air: {cleanAir(data.sensors)}
              </Button>
              {next.following && (
                <Button kind="outline" onClick={() => void allClean(true).catch(() => undefined)}>
                  All show clean air, {next.following.confirm}
                </Button>
              )}
            </div>
          )}
          {typing && next.kind === "WAIT_SETTLE" && toVerify.length > 1 && manifold.length <= 1 && (
            <Button kind="outline" className="self-start" onClick={() => void allAsSet().catch(() => undefined)}>
              All show the label: {toVerify.map((one) => `${one.formula} ${shown(one.expected ?? 0, one.resolution)}`).join("; ")}
            </Button>
          )}
          {typing &&
            (next.kind === "WAIT_SETTLE" || next.kind === "WAIT_ZERO" || next.kind === "WAIT_BLANK") &&
            data.sensors.length > 1 && (
              <Button kind="outline" className="self-start" onClick={allSettled}>
                All have settled
              </Button>
            )}
          {next.kind === "DONE" && (
            <p className="flex flex-wrap gap-3">
              <Link to="/records/$runId" params={{ runId }} className={buttonLook()}>
                Open the record
              </Link>
              <Link to="/detectors/$serial" params={{ serial: data.serial }} className={buttonLook()}>
                {data.serial}
              </Link>
              {data.job === "CALIBRATION" && (data.verdict === "FAIL" || data.verdict === "NOT_JUDGED") && (
                <HoldTagLink serial={data.serial} />
              )}
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
          {next.kind === "CONFIRM_CHECKS" && data.mine && data.conditions && data.conditions.length > 0 && (
            <RoomConditions
              conditions={data.conditions}
              typed={confirmedFields.conditions}
              onChange={(conditions) => give({ conditions })}
            />
          )}
          {data.competenceMissing && (
            <p className="border-l-4 border-caution bg-caution-wash p-3 font-semibold">
              {data.technician} may check this model, not adjust it: that takes “{data.competenceMissing}”.
              {data.mayBeCountersigned && data.mine && <Countersign runId={data.id} technician={data.technician} />}
            </p>
          )}
          {data.picture && next.kind !== "CLOSE_GAS" && (
            <img src={data.picture.path} alt={data.picture.description} className="max-h-72 self-start border border-line bg-white" />
          )}
          {next.kind === "MEASURE" && next.readable && data.mine && (
            <MeasureEntry readable={next.readable} typed={confirmedFields.typed} onType={(typed) => give({ typed })} onEnter={confirm} />
          )}
          {next.kind === "CHOOSE_CYLINDER" && (
            <CylinderChoice key={next.step} run={data} choice={confirmedFields.choice} onChoose={choose} />
          )}
          {data.doubts.length > 0 && ["CLOSE_GAS", "RESOLVE_DOUBT", "CONFIRM_SAVED"].includes(next.kind) && (
            <SuspectGas doubts={data.doubts} sensors={data.sensors} />
          )}
          {(next.kind === "TRY_AGAIN" || next.kind === "RESOLVE_DOUBT") && data.mine && (
            <TryAgain
              run={data}
              changed={confirmedFields.changed}
              remedy={confirmedFields.remedy}
              tried={confirmedFields.tried}
              onChange={give}
              onLeave={() => send({ kind: "LEAVE_FAILED", step: next.step })}
            />
          )}
          {next.kind === "CONFIRM_ALARMS" && data.mine && (
            <AlarmsSeen alarms={confirmedFields.alarms} onChange={(alarms) => give({ alarms })} onAll={works ? allAlarms : null} />
          )}
          {next.kind === "CONFIRM_SAVED" && data.diagnosis && (
            <Diagnosis
              diagnosis={data.diagnosis}
              sensors={data.sensors}
              lead="Before you save this on the detector: the readings speak for a cause"
            />
          )}
          {next.kind === "CONFIRM_SAVED" && data.mine && (
            <SavedVerdicts
              run={data}
              verdicts={confirmedFields.instrument}
              onChange={(instrument) => give({ instrument })}
              onAll={works ? (verdicts) => send({ kind: "CONFIRM_SAVED", step: next.step, verdicts }) : null}
            />
          )}
          {(next.kind === "SIGN" || next.kind === "DONE") && data.diagnosis && (
            <Diagnosis diagnosis={data.diagnosis} sensors={data.sensors} />
          )}
          {(next.kind === "SIGN" || next.kind === "DONE") && <VerdictTable run={data} />}
          {next.kind === "SIGN" && data.mine && (
            <LongField
              label="Remark"
              hint="optional; it goes on record before the signature"
              rows={2}
              maxLength={300}
              value={confirmedFields.remark}
              onChange={(event) => give({ remark: event.target.value })}
            />
          )}
          {next.kind !== "DONE" && next.kind !== "SIGN" && (
            <div className={data.sensors.length > 1 ? "grid gap-3 sm:grid-cols-2" : "grid gap-3"}>
              {thoseOnGasFirst(data.sensors).map((sensor) => (
                <SensorPanel
                  key={sensor.slot}
                  sensor={sensor}
                  buffer={buffer}
                  progress={progress[sensor.slot] ?? sensor.progress}
                  typed={data.typed}
                  link={data.link}
                  chart={charts}
                  entry={
                    typing && <TypedEntry sensor={sensor} run={data} buffer={buffer} now={() => Math.round(clock.now())} send={sendAsync} />
                  }
                />
              ))}
            </div>
          )}
        </div>
        <RunSide run={data} send={send} onUndo={() => setUndoing(true)} />
      </div>
      <Sheet open={undoing && withdrawable !== null} onClose={() => setUndoing(false)} title="Undo the last confirmation?">
        <div className="flex flex-col gap-4">
          <p>The run goes back to the step before. Both stay on the record.</p>
          <Button
            kind="act"
            onClick={() => {
              setUndoing(false);
              if (withdrawable !== null) {
                send({ kind: "WITHDRAW", sequence: withdrawable });
              }
            }}
          >
            Undo
          </Button>
          <Button kind="quiet" onClick={() => setUndoing(false)}>
            Keep it
          </Button>
        </div>
      </Sheet>
    </>
  );
}

function isUndecided(sensor: Run["sensors"][number]): boolean {
  return !["IDLE", "ACCEPTED", "FAILED"].includes(sensor.progress);
}

/** What the displays show in clean air, such as "0; O₂ 20.9". */
function cleanAir(sensors: Run["sensors"]): string {
  const other = sensors.filter((sensor) => sensor.air !== 0).map((sensor) => `${sensor.formula} ${sensor.air}`);
  return [...(other.length < sensors.length ? ["0"] : []), ...other].join("; ");
}

/** What the gas at hand is for stands where it is seen without scrolling. */
function thoseOnGasFirst(sensors: Run["sensors"]): Run["sensors"] {
  return [...sensors].sort((a, b) => Number(a.expected === null) - Number(b.expected === null) || a.slot - b.slot);
}

/** The run as far as the technician has gone on without a line: the next step that may be confirmed, or a wait. */
function goneAhead(run: Run, kept: string[]): Run {
  const steps = confirmedAhead(kept);
  if (steps === 0) {
    return run;
  }
  const next = run.ahead[steps] ?? {
    ...run.next,
    kind: "WAIT_CLEAR" as const,
    sentence: "Entered and kept here, not judged yet: wait for the line",
    details: [],
    confirm: null,
    seenInReadings: false,
    countdown: null,
    readable: null,
    cautions: [],
    following: null,
  };
  return { ...run, next };
}
