import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { X } from "lucide-react";
import { useState, type SubmitEvent } from "react";
import { answer, api } from "../../api/client";
import { Button } from "../../ui/Button";
import { fieldBox } from "../../ui/Field";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { viewsQuery } from "./queries";
import { fleetFilter, type FleetFilter } from "./filter";

/** Ways of looking at the fleet that one keeps, and a name for the one that is open. */
export function Views({ filter }: { filter: FleetFilter }) {
  const queries = useQueryClient();
  const views = useQuery(viewsQuery);
  const [name, setName] = useState("");
  const address = new URLSearchParams(filter as Record<string, string>).toString();
  const keep = useMutation({
    mutationFn: () => answer(api.PUT("/api/v1/saved-views", { body: { name, address } })),
    onSuccess: (kept) => {
      queries.setQueryData(viewsQuery.queryKey, kept);
      setName("");
    },
  });
  const letGo = useMutation({
    mutationFn: (id: string) => answer(api.DELETE("/api/v1/saved-views/{id}", { params: { path: { id } } })),
    onSuccess: () => queries.invalidateQueries({ queryKey: viewsQuery.queryKey }),
  });
  function submit(event: SubmitEvent) {
    event.preventDefault();
    keep.mutate();
  }
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
      {views.data?.map((view) => (
        <span key={view.id} className="inline-flex items-center">
          <Link
            to="/detectors"
            search={fleetFilter(Object.fromEntries(new URLSearchParams(view.address)))}
            aria-current={view.address === address ? "page" : undefined}
            className="inline-flex min-h-11 items-center font-semibold text-act underline underline-offset-4 aria-[current]:no-underline"
          >
            {view.name}
          </Link>
          <button
            type="button"
            aria-label={`Let the view ${view.name} go`}
            className="inline-flex size-9 items-center justify-center text-soft"
            onClick={() => letGo.mutate(view.id)}
          >
            <X aria-hidden className="size-4" />
          </button>
        </span>
      ))}
      {address !== "" && !views.data?.some((view) => view.address === address) && (
        <form onSubmit={submit} className="flex items-center gap-2">
          <input
            aria-label="Name for this view"
            placeholder="name for this view"
            maxLength={40}
            value={name}
            onChange={(event) => setName(event.target.value)}
            className={`${fieldBox} !w-44`}
          />
          <Button type="submit" disabled={keep.isPending || name.trim() === ""}>
            Keep it
          </Button>
        </form>
      )}
      <ErrorMessage error={keep.error ?? letGo.error} />
    </div>
  );
}
