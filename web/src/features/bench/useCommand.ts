import { useMutation, useQueryClient } from "@tanstack/react-query";
import { answer, api, asProblem, freshId, isLineDown, noLine } from "../../api/client";
import { keep, outboxHolds } from "../../app/outbox";
import type { Command } from "./command";
import { isKeepable, keptWords } from "./keptCommands";
import { newest } from "./newest";
import type { RunClock } from "./RunClock";
import type { Run } from "./useRun";

/** Sends what the technician does. A command keeps its id when it is sent again, so it takes effect once. */
export function useCommand(runId: string, clock: RunClock) {
  const queries = useQueryClient();
  const mutation = useMutation({
    mutationFn: async (command: Command & { clientId: string; at: number }): Promise<Run | null> => {
      try {
        if (outboxHolds(runId) && isKeepable(command)) {
          throw noLine; // what was entered before goes first
        }
        return await answer(api.POST("/api/v1/runs/{id}/commands", { params: { path: { id: runId } }, body: command }));
      } catch (error) {
        if (!isLineDown(error) || !isKeepable(command)) {
          throw error;
        }
        const words = keptWords(command, queries.getQueryData<Run>(["run", runId]));
        await keep({ place: "run", runId, words, body: command });
        return null;
      }
    },
    onSuccess: (run: Run | null) => {
      if (run === null) {
        return;
      }
      queries.setQueryData<Run>(["run", runId], (before) => newest(before, run));
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
    /** Resolves when it was sent, or kept on this device. */
    sendAsync: (command: Command) => mutation.mutateAsync({ ...command, clientId: freshId(), at: Math.round(clock.now()) }),
    error: mutation.error,
    pending: mutation.isPending,
  };
}
