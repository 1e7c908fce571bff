import clsx from "clsx";
import type { ReactNode } from "react";
import { Countdown } from "./Countdown";
import { GasBar } from "./GasBar";
import type { RunClock } from "./RunClock";
import type { Run } from "./useRun";
import { word } from "../../ui/shown";

/** The one thing to do next, readable from two metres, with its countdown and its confirmation. */
export function NextActionPanel({
  run,
  clock,
  onOver,
  held,
  meanwhile,
  serials,
  onGasOff,
  children,
}: {
  run: Run;
  clock: RunClock;
  onOver: () => void;
  /** Why it has to wait for a neighbour. */
  held: string | null;
  /** What to prepare while it waits. */
  meanwhile: string | null;
  /** All detectors that this hand serves. */
  serials: string[];
  /** Says that gas is off; null where it is not this person's to say. */
  onGasOff: (() => void) | null;
  children: ReactNode;
}) {
  const failed =
    (run.next.kind === "SIGN" && run.sensors.some((s) => s.verdict === "FAIL")) ||
    (run.next.kind === "DONE" && (run.verdict === "FAIL" || run.verdict === "NOT_JUDGED"));
  // Gas that nobody measures, and readings that nobody gets, are told in the colour of a warning.
  const warns = run.gas?.idle === true || (run.link?.level === "SILENT" && (run.gasOn || run.next.kind.startsWith("WAIT")));
  return (
    <section
      aria-label="Next action"
      className={clsx(
        "z-[5] flex flex-wrap items-center gap-x-6 gap-y-3 px-4 py-3 text-white sm:py-4 [@media(min-height:640px)]:sticky [@media(min-height:640px)]:top-[var(--header,3.5rem)]",
        warns ? "bg-caution-deep" : failed ? "bg-fail-deep" : "bg-act-deep",
      )}
    >
      <div className="min-w-0 grow basis-48 sm:basis-96">
        <p aria-live="assertive" className="text-[clamp(1.6rem,3.2vw,2.6rem)] leading-tight font-bold text-balance">
          {held ? `Wait: ${held}` : run.next.sentence}
        </p>
        <p className="mt-1 text-lg">
          <span className="font-semibold">{serials.length > 1 ? `${serials.length} on the manifold` : run.serial}</span> · {run.model} ·{" "}
          {word(run.job)}
          {held && <span> · then: {run.next.sentence}</span>}
          {run.next.kind !== "CONFIRM_CHECKS" && run.next.details.length > 0 && <span> · {run.next.details.join(" ")}</span>}
        </p>
        {run.next.following && <p className="mt-1 text-lg">Then: {run.next.following.sentence}</p>}
        {meanwhile && <p className="mt-1 text-lg font-semibold">{meanwhile}</p>}
      </div>
      {run.next.countdown && <Countdown key={run.next.countdown.until} countdown={run.next.countdown} clock={clock} onOver={onOver} />}
      <div className="flex w-full flex-col items-stretch gap-2 empty:hidden sm:w-auto">{children}</div>
      {run.gas && <GasBar gas={run.gas} clock={clock} onOff={onGasOff} held={run.next.kind === "CLOSE_GAS"} />}
    </section>
  );
}
