import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { answer, api } from "../../api/client";
import { Button } from "../../ui/Button";
import { ErrorMessage } from "../../ui/ErrorMessage";

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
      <ErrorMessage error={drop.error} />
    </>
  );
}
