import { useMutation } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useState, type SubmitEvent } from "react";
import { answer, api } from "../../api/client";
import { Button } from "../../ui/Button";
import { Choice, Field } from "../../ui/Field";
import { Sheet } from "../../ui/Sheet";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { opened, stored } from "./card";

/** Starts the card of a new model, from nothing or from a card that is like it. */
export function StartCard({
  cards,
  from: first,
  onClose,
}: {
  cards: { model: string; version: number }[];
  /** Chosen to begin with; empty: nothing. */
  from: string;
  onClose: () => void;
}) {
  const navigate = useNavigate();
  const [model, setModel] = useState("");
  const [from, setFrom] = useState(first);
  const begin = useMutation({
    mutationFn: async () => {
      const name = model.trim();
      const card = opened(await template(cards.find((one) => one.model === from)));
      return answer(
        api.PUT("/api/v1/card-drafts/{model}", {
          params: { path: { model: name } },
          body: { card: stored({ ...card, model: name }, 1), basedOn: 0, edit: 0 },
        }),
      );
    },
    onSuccess: (draft) => navigate({ to: "/rules/cards/$model", params: { model: draft.model } }),
  });
  function submit(event: SubmitEvent) {
    event.preventDefault();
    begin.mutate();
  }
  return (
    <Sheet open onClose={onClose} title="Start a card">
      <form onSubmit={submit} className="flex flex-col gap-4">
        <Field label="Model" required autoComplete="off" value={model} onChange={(event) => setModel(event.target.value)} />
        <Choice label="Start from" value={from} onChange={(event) => setFrom(event.target.value)}>
          <option value="">nothing: one sensor and the usual steps</option>
          {cards.map((card) => (
            <option key={card.model} value={card.model}>
              the card of {card.model}
            </option>
          ))}
        </Choice>
        <ErrorMessage error={begin.error} />
        <Button kind="act" type="submit" disabled={model.trim() === "" || begin.isPending}>
          Start the card
        </Button>
      </form>
    </Sheet>
  );
}

async function template(card: { model: string; version: number } | undefined): Promise<string> {
  if (!card) {
    return (await answer(api.GET("/api/v1/card-templates/blank"))).card;
  }
  const body = await answer(
    api.GET("/api/v1/cards/{model}/{version}", { params: { path: { model: card.model, version: card.version } }, parseAs: "text" }),
  );
  return body;
}
