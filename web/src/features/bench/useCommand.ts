import { useMutation, useQueryClient } from "@tanstack/react-query";
import { answer, api, asProblem, freshId, type Schemas } from "../../api/client";
import type { Run, RunClock } from "./useRun";

export type Command = Omit<Schemas["CommandBody"], "clientId" | "at">;

/** Sends what the technician does. A command keeps its id when it is sent again, so it takes effect once. */
export function useCommand(runId: string, clock: RunClock) {
  const queries = useQueryClient();
  const mutation = useMutation({
    mutationFn: (command: Command & { clientId: string; at: number }) =>
      answer(api.POST("/api/v1/runs/{id}/commands", { params: { path: { id: runId } }, body: command })),
    onSuccess: (run: Run) => {
      queries.setQueryData<Run>(["run", runId], (before) => (before && before.lastSeq > run.lastSeq ? before : run));
      if (run.phase === "SIGNED" || run.phase === "STOPPED") {
        void queries.invalidateQueries({ queryKey: ["today"] });
        void queries.invalidateQueries({ queryKey: ["detector", run.serial] });
        void queries.invalidateQueries({ queryKey: ["detectors"] });
        void queries.invalidateQueries({ queryKey: ["bench"] });
      }
    },
    onError: (error) => {
      if (asProblem(error).code === "step-passed") {
        void queries.invalidateQueries({ queryKey: ["run", runId] });
      }
    },
  });
  return {
    send: (command: Command) => mutation.mutate({ ...command, clientId: freshId(), at: Math.round(clock.now()) }),
    sendAsync: (command: Command) => mutation.mutateAsync({ ...command, clientId: freshId(), at: Math.round(clock.now()) }),
    error: mutation.error,
    pending: mutation.isPending,
  };
}
