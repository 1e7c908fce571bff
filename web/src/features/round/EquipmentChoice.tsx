import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { useSession } from "../../api/session";
import { useBenchPreference } from "../../app/benchPreference";
import { isScannerBurst, isTypingIn } from "../../app/scanner";
import { Button } from "../../ui/Button";
import { Formula } from "../../ui/Formula";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { liveQuery } from "./queries";

/** What this gas leaves for a round with another cylinder. */
export function AnotherPass({ others }: { others: string[] }) {
  return (
    <span className="text-base text-caution">
      {others.map((formula, i) => (
        <span key={formula}>
          {i > 0 && ", "}
          <Formula text={formula} />
        </span>
      ))}{" "}
      needs another round with its own cylinder
    </span>
  );
}

/** The detector at hand: what each sensor should come to, and how far it has come where a gateway says so. */
export function EquipmentChoice({ roundId, detector }: { roundId: string; detector: Schemas["Waiting"] }) {
  const queries = useQueryClient();
  const session = useSession();
  const preference = useBenchPreference();
  const live = useQuery(liveQuery(roundId, detector.linked));
  const answers = live.data?.serial === detector.serial ? live.data.answers : null;
  const { mutate, isPending, error } = useMutation({
    mutationFn: () =>
      answer(
        api.POST("/api/v1/rounds/{id}/live", {
          params: { path: { id: roundId } },
          body: { serial: detector.serial, timeScale: session.demo ? preference.timeScale : 1, room: preference.room },
        }),
      ),
    onSuccess: (bump) => queries.setQueryData(liveQuery(roundId, true).queryKey, bump),
  });
  const mayGoLive = detector.linked && !answers && !isPending;
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (
        event.key === "l" &&
        mayGoLive &&
        !isTypingIn(event.target) &&
        !event.repeat &&
        !event.ctrlKey &&
        !event.metaKey &&
        !isScannerBurst()
      ) {
        mutate();
      }
    };
    addEventListener("keydown", onKey);
    return () => removeEventListener("keydown", onKey);
  }, [mayGoLive, mutate]);
  return (
    <section aria-label="At hand" className="mt-2">
      <p className="flex flex-wrap items-center gap-x-5 gap-y-1 text-lg">
        <span className="text-soft">{detector.model}</span>
        {!answers &&
          detector.sensors.map((sensor) => (
            <span key={sensor.slot}>
              <strong>
                <Formula text={sensor.formula} />
              </strong>{" "}
              to {sensor.expects}
            </span>
          ))}
        {detector.others.length > 0 && <AnotherPass others={detector.others} />}
        {detector.linked && !answers && (
          <Button disabled={isPending} onClick={() => mutate()}>
            Gas is on: show numbers <kbd className="ml-2 hidden border border-line px-1.5 font-sans text-sm sm:inline">L</kbd>
          </Button>
        )}
      </p>
      <ErrorMessage error={error} />
      {answers && (
        <ul className="mt-1 grid gap-x-8 md:grid-cols-2">
          {detector.sensors.map((sensor) => {
            const got = answers.find((one) => one.slot === sensor.slot);
            return (
              <li key={sensor.slot} className="grid min-h-11 grid-cols-[4rem_1fr_6.5rem] items-center gap-x-3 border-b border-line text-lg">
                <strong>
                  <Formula text={sensor.formula} />
                </strong>
                <span className="flex flex-wrap items-baseline gap-x-2">
                  <strong className="text-2xl tabular-nums">{got?.shown || "no number yet"}</strong>
                  <span className="text-soft">of {sensor.expects}</span>
                </span>
                <span className={got?.responds ? "font-semibold text-act" : "text-soft"}>
                  {got?.responds ? "responds" : got?.percent == null ? "waiting" : `${got.percent.toFixed(0)} % so far`}
                </span>
              </li>
            );
          })}
        </ul>
      )}
    </section>
  );
}
