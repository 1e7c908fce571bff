import { Link } from "@tanstack/react-router";
import { may, useSession } from "../../api/session";
import { Button } from "../../ui/Button";
import { commandFor, confirmWord, type ConfirmedFields } from "./confirmedFields";
import type { Command } from "./command";
import type { Run } from "./useRun";

interface Props {
  run: Run;
  enabled: boolean;
  confirmedFields: ConfirmedFields;
  /** How many detectors this confirms. */
  served: number;
  onConfirm: () => void;
  /** Confirms what follows as well; null where each detector shows something of its own. */
  onBoth: (() => void) | null;
  send: (command: Command) => void;
}

/** The large button beside the next hand; two of them where it takes a choice of two. */
export function Confirm({ run, enabled, confirmedFields, served, onConfirm, onBoth, send }: Props) {
  const session = useSession();
  const step = run.next.step;
  if (run.next.kind === "DONE") {
    return (
      <Link to="/" className={confirmLook}>
        Today’s work <Key name="Space" />
      </Link>
    );
  }
  if (!run.mine) {
    return (
      <>
        <p className="font-semibold">{run.technician} is working on this one.</p>
        {may(session, "TECHNICIAN") && <Button onClick={() => send({ kind: "TAKE_OVER" })}>Take over</Button>}
      </>
    );
  }
  if (run.next.confirm === null) {
    return null;
  }
  if (run.next.kind === "ANSWER") {
    return (
      <div className="grid grid-cols-2 gap-2">
        <button type="button" className={confirmLook} onClick={() => send({ kind: "ANSWER", step, answer: true })}>
          Yes <Key name="Y" />
        </button>
        <button type="button" className={confirmLook} onClick={() => send({ kind: "ANSWER", step, answer: false })}>
          No <Key name="N" />
        </button>
      </div>
    );
  }
  if (run.next.seenInReadings) {
    return (
      <>
        <p className="font-semibold">Detected automatically.</p>
        <OutlineButton enabled={enabled} onClick={onConfirm}>
          Confirm by hand: {run.next.confirm.toLowerCase()}
        </OutlineButton>
      </>
    );
  }
  return (
    <>
      <button type="button" disabled={!enabled} onClick={onConfirm} className={confirmLook}>
        {confirmWord(run, confirmedFields)}
        {served > 1 ? `, all ${served}` : ""} <Key name="Space" />
      </button>
      {run.next.following && onBoth && commandFor(run, confirmedFields) && (
        <OutlineButton enabled={enabled} onClick={onBoth}>
          {confirmWord(run, confirmedFields)}, {run.next.following.confirm}
        </OutlineButton>
      )}
      {run.next.kind === "BLOCK_TEST" && (
        <OutlineButton enabled={enabled} onClick={() => send({ kind: "BLOCK_INLET", step, alarmed: false })}>
          No alarm
        </OutlineButton>
      )}
    </>
  );
}

const confirmLook =
  "flex min-h-16 items-center justify-center gap-4 rounded-sm bg-white px-6 text-xl font-bold text-black disabled:opacity-60";

function OutlineButton({ enabled, onClick, children }: { enabled: boolean; onClick: () => void; children: React.ReactNode }) {
  return (
    <button
      type="button"
      disabled={!enabled}
      onClick={onClick}
      className="min-h-11 border border-white px-4 font-semibold text-white disabled:opacity-60"
    >
      {children}
    </button>
  );
}

function Key({ name }: { name: string }) {
  return <kbd className="hidden border border-black/40 px-1.5 font-sans text-sm font-normal sm:inline">{name}</kbd>;
}
