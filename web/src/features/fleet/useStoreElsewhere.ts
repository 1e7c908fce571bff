import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import type { Schemas } from "../../api/client";

/** Stores a job that was done elsewhere and goes on to its record. */
export function useStoreElsewhere(store: (form: FormData) => Promise<Schemas["Stored"]>) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  return useMutation({
    mutationFn: store,
    onSuccess: ({ runId }) => {
      void queries.invalidateQueries();
      void navigate({ to: "/records/$runId", params: { runId } });
    },
  });
}
