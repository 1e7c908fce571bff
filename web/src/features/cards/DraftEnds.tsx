import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { answer, api } from "../../api/client";
import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { Told } from "../../ui/Told";
import { stored, type Tree } from "./card";

/** Begins the card of another model with what this one says. */
export function NewModel({ card }: { card: Tree }) {
  const navigate = useNavigate();
  const [name, setName] = useState<string | null>(null);
  const begin = useMutation({
    mutationFn: (model: string) =>
      answer(
        api.PUT("/api/v1/card-drafts/{model}", {
          params: { path: { model } },
          body: { card: stored({ ...card, model }, 1), basedOn: 0, edit: 0 },
        }),
      ),
    onSuccess: (draft) => navigate({ to: "/rules/cards/$model", params: { model: draft.model } }),
  });
  if (name === null) {
    return (
      <Button kind="quiet" className="-ml-4" onClick={() => setName("")}>
        Begin the card of another model with this one
      </Button>
    );
  }
  return (
    <form
      className="flex w-full flex-col gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        begin.mutate(name.trim());
      }}
    >
      <Field label="Name of the other model" value={name} onChange={(event) => setName(event.target.value)} />
      <Told error={begin.error} />
      <div className="flex gap-2">
        <Button type="submit" kind="act" disabled={name.trim() === "" || begin.isPending}>
          Begin it
        </Button>
        <Button onClick={() => setName(null)}>Leave it</Button>
      </div>
    </form>
  );
}

/** Drops a draft; a second press makes sure, because nothing brings it back. */
export function DropDraft({ model, newest, onDropping }: { model: string; newest: number; onDropping: () => void }) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [sure, setSure] = useState(false);
  const drop = useMutation({
    mutationFn: () => {
      onDropping();
      return answer(api.DELETE("/api/v1/card-drafts/{model}", { params: { path: { model } } }));
    },
    onSuccess: async () => {
      if (newest === 0) {
        await navigate({ to: "/rules" });
      }
      await queries.invalidateQueries();
    },
  });
  return (
    <>
      {sure ? (
        <div className="flex flex-wrap items-center gap-2">
          <Button kind="grave" disabled={drop.isPending} onClick={() => drop.mutate()}>
            Drop it for good
          </Button>
          <Button onClick={() => setSure(false)}>Keep it</Button>
        </div>
      ) : (
        <Button kind="quiet" className="-ml-4" onClick={() => setSure(true)}>
          Drop this draft
        </Button>
      )}
      <Told error={drop.error} />
    </>
  );
}
