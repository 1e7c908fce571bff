import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { getRouteApi, Link } from "@tanstack/react-router";
import { useEffect, useState } from "react";
import { answer, api, freshId, isLineDown, noLine, type Schemas } from "../../api/client";
import { keep, useOutbox } from "../../app/outbox";
import { isScannerBurst, isTypingIn, takeScans } from "../../app/scanner";
import { Button, buttonLook } from "../../ui/Button";
import { Mark } from "../../ui/Mark";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { usePutOnBench } from "../bench/usePutOnBench";
import { AnotherPass, EquipmentChoice } from "./EquipmentChoice";
import { NotAllWell } from "./NotAllWell";
import { liveQuery, roundQuery } from "./queries";

const route = getRouteApi("/shell/round/$roundId");

type Seen = Schemas["Seen"];

/** Detector after detector on one gas: one press each when all is well. */
export function Round() {
  const { roundId } = route.useParams();
  const queries = useQueryClient();
  const round = useQuery(roundQuery(roundId));
  const live = useQuery({ ...liveQuery(roundId, false), enabled: false });
  const outbox = useOutbox();
  const kept = outbox.kept.flatMap((entry) => (entry.place === "round" && entry.roundId === roundId ? [entry.body] : []));
  const [scanned, setScanned] = useState<string | null>(null);
  const [notWell, setNotWell] = useState(false);
  const { put, pending: putting } = usePutOnBench();
  const bump = useMutation({
    mutationFn: async ({ seen, key }: { seen: Seen; key: string }) => {
      try {
        if (kept.length > 0) {
          throw noLine; // what was entered before goes first
        }
        const params = { path: { id: roundId }, header: { "Idempotency-Key": key } };
        return await answer(api.POST("/api/v1/rounds/{id}/bumps", { params, body: seen }));
      } catch (error) {
        if (!isLineDown(error)) {
          throw error;
        }
        const well = seen.silent.length === 0 && seen.alarms;
        await keep({ place: "round", roundId, words: `${seen.serial} ${well ? "all well" : "not well"}`, key, body: seen });
        return null;
      }
    },
    onSuccess: (view) => {
      if (view) {
        queries.setQueryData(roundQuery(roundId).queryKey, view);
      }
      setScanned(null);
      setNotWell(false);
    },
  });
  const end = useMutation({
    mutationFn: () => answer(api.POST("/api/v1/rounds/{id}/end", { params: { path: { id: roundId } } })),
    onSuccess: async (view) => {
      queries.setQueryData(roundQuery(roundId).queryKey, view);
      await queries.invalidateQueries({ queryKey: ["today"] });
      await queries.invalidateQueries({ queryKey: ["rounds"] });
    },
  });
  const view = round.data;
  const left = view?.left.filter((d) => !kept.some((entry) => entry.serial === d.serial)) ?? [];
  const waiting = left.filter((d) => d.refusal === null);
  const atHand = left.find((d) => d.serial.toLowerCase() === scanned?.toLowerCase()) ?? (scanned ? null : (waiting[0] ?? null));
  const serial = scanned ?? atHand?.serial ?? null;
  const { mutate, isPending, reset } = bump;
  const ended = view?.ended ?? false;
  const allRespond = live.data?.serial === serial && live.data.answers.every((one) => one.responds);
  function enter(seen: Omit<Seen, "serial">) {
    if (serial && !isPending && !ended) {
      mutate({ seen: { serial, ...seen }, key: freshId() });
    }
  }
  const allWell = () => enter({ silent: [], alarms: true, readings: {} });

  useEffect(
    () =>
      takeScans((text) => {
        reset();
        setNotWell(false);
        setScanned(text.trim());
        return true;
      }),
    [reset],
  );
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const pressed = event.target instanceof HTMLElement && event.target.closest("button, a, summary, [role=dialog]");
      if (pressed || isTypingIn(event.target) || event.repeat || event.ctrlKey || event.metaKey || event.altKey || isScannerBurst()) {
        return;
      }
      if (event.code === "Space" && !notWell) {
        event.preventDefault();
        allWell();
      } else if (event.key === "n") {
        setNotWell(true);
      }
    };
    addEventListener("keydown", onKey);
    return () => removeEventListener("keydown", onKey);
  });

  if (!view) {
    return round.isError ? <ErrorMessage error={round.error} /> : <Loading what="the round" />;
  }
  const failed = view.done.filter((d) => d.verdict !== "PASS");
  return (
    <div>
      <section aria-label="Next action" className="bg-act-deep px-4 py-4 text-white">
        <p aria-live="assertive" className="text-[clamp(1.7rem,5vw,2.6rem)] leading-tight font-bold text-balance">
          {ended
            ? "The round is ended"
            : serial
              ? allRespond
                ? `${serial}: every sensor responds. Did all alarms come?`
                : `${serial}: gas on. Does every sensor respond, with all alarms?`
              : "All done that this gas serves. Scan another, or end the round"}
        </p>
        <p className="mt-1 text-lg">
          {view.crew || "Everybody"} · {view.cylinder}, {view.drawnLitres.toFixed(1)} L drawn, {view.litresLeft.toFixed(1)} L left
        </p>
        {!ended && serial && !notWell && (
          <div className="mt-3 grid gap-2 sm:flex">
            <button
              type="button"
              disabled={isPending}
              onClick={allWell}
              className="min-h-20 rounded-sm bg-white px-6 text-2xl font-bold text-black disabled:opacity-60"
            >
              Pass <kbd className="ml-3 hidden border border-black/40 px-1.5 font-sans text-sm font-normal sm:inline">Space</kbd>
            </button>
            <button
              type="button"
              disabled={isPending}
              onClick={() => setNotWell(true)}
              className="min-h-14 rounded-sm border border-white px-6 text-xl font-semibold"
            >
              Problem <kbd className="ml-3 hidden border border-white/60 px-1.5 font-sans text-sm font-normal sm:inline">N</kbd>
            </button>
          </div>
        )}
      </section>
      <div className="px-4 py-3">
        <ErrorMessage error={bump.error ?? end.error} />
        <p className="flex flex-wrap gap-x-6 text-xl">
          <span>
            <strong>{waiting.length}</strong> left
          </span>
          <span>
            <strong>{view.done.length}</strong> done
          </span>
          <span className={failed.length > 0 ? "text-fail" : ""}>
            <strong>{failed.length}</strong> to calibration
          </span>
        </p>
        {notWell && atHand && (
          <NotAllWell key={atHand.serial} sensors={atHand.sensors} pending={isPending} onEnter={enter} onBack={() => setNotWell(false)} />
        )}
        {atHand && !notWell && !ended && <EquipmentChoice key={atHand.serial} roundId={roundId} detector={atHand} />}
        <div className="grid gap-x-8 md:grid-cols-2">
          <section aria-labelledby="left">
            <h2 id="left" className="mt-4 border-b-2 border-ink text-xl font-bold">
              Still to do
            </h2>
            <ul>
              {left.map((d) => (
                <li key={d.serial} className="flex min-h-11 flex-wrap items-center gap-x-3 border-b border-line">
                  {d.refusal || ended ? (
                    <strong className="pl-3">{d.serial}</strong>
                  ) : (
                    <button
                      type="button"
                      aria-current={d.serial === serial ? "true" : undefined}
                      onClick={() => setScanned(d.serial)}
                      className="min-h-11 border-l-4 border-transparent pl-2 font-bold aria-[current]:border-act"
                    >
                      {d.serial}
                    </button>
                  )}
                  <span className="text-soft">
                    {d.model}, {d.crew}
                  </span>
                  {d.others.length > 0 && d.refusal === null && (
                    <span className="w-full pl-3">
                      <AnotherPass others={d.others} />
                    </span>
                  )}
                  {d.refusal && (
                    <span className="flex w-full flex-wrap items-center gap-x-4 pl-3 text-sm text-caution">
                      Not on {view.cylinder}: {d.refusal.reason}
                      {!ended && (
                        <Button kind="quiet" className="px-0" disabled={putting} onClick={() => put(d.serial, "BUMP")}>
                          Bump {d.serial} on the bench
                        </Button>
                      )}
                    </span>
                  )}
                </li>
              ))}
            </ul>
            {left.length === 0 && <p className="py-2 text-soft">Nobody waits any more.</p>}
          </section>
          <section aria-labelledby="done">
            <h2 id="done" className="mt-4 border-b-2 border-ink text-xl font-bold">
              Done
            </h2>
            <ul>
              {kept.map((entry) => (
                <li key={entry.serial} className="flex min-h-11 items-center gap-x-3 border-b border-line">
                  <Mark verdict="NOT_JUDGED" /> <strong>{entry.serial}</strong> <span className="text-soft">kept here, not judged yet</span>
                </li>
              ))}
              {view.done.map((d) => (
                <li key={d.runId} className="flex min-h-11 items-center gap-x-3 border-b border-line">
                  <Mark verdict={d.verdict} />
                  <Link to="/records/$runId" params={{ runId: d.runId }} className="font-bold underline-offset-4 hover:underline">
                    {d.serial}
                  </Link>
                  {d.verdict !== "PASS" && <span className="text-fail">keep it out of use, calibrate it</span>}
                </li>
              ))}
            </ul>
          </section>
        </div>
        <p className="mt-6 flex flex-wrap gap-3">
          {!ended && (
            <Button disabled={end.isPending} onClick={() => end.mutate()}>
              End the round
            </Button>
          )}
          {ended && (
            <Link to="/" className={buttonLook("act")}>
              Today’s work
            </Link>
          )}
        </p>
      </div>
    </div>
  );
}
