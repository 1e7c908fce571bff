import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { toast } from "sonner";
import { answer, api, asProblem, freshId } from "../../api/client";
import { useSession } from "../../api/session";
import { useBenchPreference } from "../../app/benchPreference";
import type { Job } from "./usePutOnBench";

/** How many detectors one manifold brings gas to. */
export const mostOnManifold = 6;

/** Puts several detectors of one model on the bench, with one gas for all. */
export function usePutOnManifold() {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const session = useSession();
  const preference = useBenchPreference();
  const mutation = useMutation({
    mutationFn: ({ serials, job, clientId }: { serials: string[]; job: Job; clientId: string }) =>
      answer(
        api.POST("/api/v1/bench/manifolds", {
          body: {
            clientId,
            serials,
            job,
            source: preference.source === "AUTO" ? null : preference.source,
            timeScale: session.demo ? preference.timeScale : 1,
            room: preference.room,
          },
        }),
      ),
    onSuccess: async ({ runs }) => {
      await queries.invalidateQueries({ queryKey: ["bench"] });
      if (runs[0]) {
        await navigate({ to: "/bench/$runId", params: { runId: runs[0] } });
      }
    },
    onError: (error) => {
      const problem = asProblem(error);
      toast(problem.message, { description: problem.wayOut, duration: 8_000 });
    },
  });
  return {
    put: (serials: string[], job: Job) => mutation.mutate({ serials, job, clientId: freshId() }),
    pending: mutation.isPending,
  };
}
