import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { answer, api, freshId } from "../../api/client";
import { Button, buttonLook } from "../../ui/Button";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { choicesQuery, openRoundQuery, roundQuery } from "./queries";
import { agree } from "../../ui/counted";

/** Whose detectors, and which gas: set up once for the whole round. */
export function BeginRound() {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const choices = useQuery(choicesQuery);
  const open = useQuery(openRoundQuery);
  const [crew, setCrew] = useState("");
  const [clientId] = useState(freshId);
  const begin = useMutation({
    mutationFn: (cylinderId: string) => answer(api.POST("/api/v1/rounds", { body: { clientId, crew, cylinderId } })),
    onSuccess: async (round) => {
      queries.setQueryData(roundQuery(round.id).queryKey, round);
      await navigate({ to: "/round/$roundId", params: { roundId: round.id } });
    },
  });
  if (!choices.data) {
    return choices.isError ? <ErrorMessage error={choices.error} /> : <Loading what="who waits for a bump" />;
  }
  const chosen = choices.data.find((choice) => choice.crew === crew) ?? choices.data[0];
  return (
    <div className="mx-auto w-full max-w-3xl px-4 py-4">
      <h1 className="text-3xl font-bold">Bump round</h1>
      {open.data && (
        <p className="my-3 flex flex-wrap items-center gap-4 border-l-4 border-act bg-sheet p-3 text-lg">
          You have a round that is not ended.
          <Link to="/round/$roundId" params={{ roundId: open.data }} className={buttonLook("act")}>
            Go on with it
          </Link>
        </p>
      )}
      {!chosen ? (
        <p className="py-8 text-lg">Every detector has had its bump today, or waits for something else first.</p>
      ) : (
        <>
          <h2 className="mt-4 text-xl font-bold" id="crew">
            Which crew?
          </h2>
          <div role="radiogroup" aria-labelledby="crew" className="my-2 flex flex-wrap gap-2">
            {choices.data.map((choice) => (
              <label
                key={choice.crew}
                className="flex min-h-11 cursor-pointer items-center gap-2 border border-ink bg-sheet px-3 has-checked:border-act has-checked:bg-act has-checked:text-on-act has-focus-visible:outline-2"
              >
                <input
                  type="radio"
                  name="crew"
                  className="sr-only"
                  checked={choice.crew === chosen.crew}
                  onChange={() => setCrew(choice.crew)}
                />
                <span className="font-semibold">{choice.crew || "Everybody"}</span> {choice.waiting}
              </label>
            ))}
          </div>
          <h2 className="mt-5 text-xl font-bold">Set up the gas, then begin</h2>
          <p className="text-soft">Regulator on, purged once, valve ready. It stays as it is for the whole round.</p>
          <ErrorMessage error={begin.error} />
          <ul className="my-2">
            {chosen.cylinders.map((cylinder, i) => (
              <li key={cylinder.id} className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line py-1">
                <strong className="w-20 text-lg">{cylinder.tag}</strong>
                <span className="grow">
                  bumps {cylinder.serves} of {chosen.waiting}
                  {cylinder.inPart > 0 &&
                    ` (${cylinder.inPart} of them ${agree(cylinder.inPart, "needs", "need")} a second cylinder)`} ·{" "}
                  {cylinder.litresLeft.toFixed(1)} L left
                </span>
                <Button kind={i === 0 ? "act" : "plain"} disabled={begin.isPending} onClick={() => begin.mutate(cylinder.id)}>
                  Start with {cylinder.tag}
                </Button>
              </li>
            ))}
          </ul>
          {chosen.cylinders.length === 0 && <p className="font-semibold text-fail">No cylinder bumps any of these.</p>}
        </>
      )}
    </div>
  );
}
