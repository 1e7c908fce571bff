import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useRef, useState } from "react";
import { answer, api, once } from "../../api/client";
import { useSession } from "../../api/session";
import { atTime } from "../../app/dates";
import { Button } from "../../ui/Button";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { counted } from "../../ui/counted";
import { cardsQuery, draftsQuery } from "./queries";
import { StartCard } from "./StartCard";

/** The procedure cards: read and written here; each goes out as JSON, and comes in again as its next version. */
export function Cards({ lead }: { lead: boolean }) {
  const { zone } = useSession();
  const queries = useQueryClient();
  const cards = useQuery(cardsQuery);
  const drafts = useQuery({ ...draftsQuery, enabled: lead });
  const file = useRef<HTMLInputElement>(null);
  const publish = useMutation({
    mutationFn: async (chosen: File) => {
      const text = await chosen.text();
      return answer(api.POST("/api/v1/cards", { params: once(), body: text, bodySerializer: (body) => body }));
    },
    onSuccess: () => void queries.invalidateQueries(),
  });
  const [starting, setStarting] = useState<string | null>(null);
  const [withHidden, setWithHidden] = useState(false);
  const hide = useMutation({
    mutationFn: ({ model, hidden }: { model: string; hidden: boolean }) => {
      const request = { params: { path: { model } } };
      return answer(hidden ? api.PUT("/api/v1/models/{model}/hidden", request) : api.DELETE("/api/v1/models/{model}/hidden", request));
    },
    onSuccess: () => queries.invalidateQueries(),
  });
  const all = (cards.data ?? []).filter((card, i, every) => every.findIndex((other) => other.model === card.model) === i);
  const newest = all.filter((card) => withHidden || !card.hidden);
  const hiddenCount = all.length - all.filter((card) => !card.hidden).length;
  return (
    <section aria-labelledby="cards" className="mt-6">
      <div className="mb-1 flex flex-wrap items-center justify-between gap-3">
        <h2 id="cards" className="text-xl font-bold">
          Procedure cards
        </h2>
        {lead && (
          <>
            <input
              ref={file}
              type="file"
              accept="application/json,.json"
              aria-label="Card to publish"
              className="sr-only"
              tabIndex={-1}
              onChange={(event) => {
                const chosen = event.target.files?.[0];
                if (chosen) {
                  publish.mutate(chosen);
                }
                event.target.value = "";
              }}
            />
            <span className="flex flex-wrap gap-2">
              <Button onClick={() => setStarting("")}>Start a card</Button>
              <Button disabled={publish.isPending} onClick={() => file.current?.click()}>
                Publish a card from a file
              </Button>
            </span>
          </>
        )}
      </div>
      <ErrorMessage error={publish.error} />
      {publish.data && (
        <p role="status" className="mb-2 border-l-4 border-act bg-band px-3 py-1">
          {publish.data.model} version {publish.data.version} is published. Runs that are started now follow it.
        </p>
      )}
      {!cards.data ? (
        <Loading what="the cards" />
      ) : (
        <div className="overflow-x-auto">
          <table className="w-full text-left">
            <thead className="border-b border-line text-sm text-soft">
              <tr>
                <th className="py-1 pr-4 font-normal">Model</th>
                <th className="pr-4 font-normal">Version</th>
                <th className="pr-4 font-normal">Published</th>
                <th className="font-normal" />
              </tr>
            </thead>
            <tbody>
              {drafts.data
                ?.filter((draft) => draft.basedOn === 0)
                .map((draft) => (
                  <tr key={draft.model} className="border-b border-line">
                    <td className="py-1 pr-4 font-semibold">
                      <CardLink model={draft.model} />
                    </td>
                    <td className="pr-4" colSpan={3}>
                      a new model, draft open
                    </td>
                  </tr>
                ))}
              {newest.map((card) => (
                <tr key={card.model} className="border-b border-line">
                  <td className="py-1 pr-4 font-semibold">
                    <CardLink model={card.model} />
                    {drafts.data?.some((draft) => draft.model === card.model) && <span className="ml-3 font-normal">draft open</span>}
                  </td>
                  <td className="pr-4">{card.version}</td>
                  <td className="pr-4 text-soft">
                    {atTime(card.publishedAt, zone)}
                    {card.by && `, ${card.by}`}
                  </td>
                  <td className="text-right">
                    {lead && (
                      <Button
                        kind="quiet"
                        disabled={hide.isPending}
                        aria-label={`${card.hidden ? "Offer" : "Hide"} ${card.model}`}
                        onClick={() => hide.mutate({ model: card.model, hidden: !card.hidden })}
                      >
                        {card.hidden ? "Offer again" : "Hide"}
                      </Button>
                    )}
                    <a
                      href={`/api/v1/cards/${encodeURIComponent(card.model)}/${card.version}`}
                      download
                      className="inline-flex min-h-11 items-center text-act underline underline-offset-4"
                    >
                      Download
                    </a>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      <ErrorMessage error={hide.error} />
      {hiddenCount > 0 && (
        <Button kind="quiet" className="-ml-4" onClick={() => setWithHidden(!withHidden)}>
          {withHidden ? "Leave out hidden models" : `Show ${counted(hiddenCount, "hidden model")}`}
        </Button>
      )}
      {starting !== null && <StartCard cards={all} from={starting} onClose={() => setStarting(null)} />}
    </section>
  );
}

function CardLink({ model }: { model: string }) {
  return (
    <Link to="/rules/cards/$model" params={{ model }} className="inline-flex min-h-11 items-center text-act underline underline-offset-4">
      {model}
    </Link>
  );
}
