import { useMutation, useQueryClient } from "@tanstack/react-query";
import { toast } from "sonner";
import { answer, api, asProblem, once } from "../../api/client";
import { onDay } from "../../app/dates";
import { planQuery } from "./queries";

/** Puts a job on another bench day, or lets go of one that was; what it would break is said. */
export function useMoveJob() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ serial, day }: { serial: string; day: string | null }) =>
      answer(api.POST("/api/v1/plan/jobs/{serial}", { params: { path: { serial }, ...once() }, body: { day } })),
    onSuccess: (view, { serial, day }) => {
      queries.setQueryData(planQuery.queryKey, view);
      void queries.invalidateQueries({ queryKey: ["plan", "job"] });
      toast(day ? `${serial} stays on ${onDay(day)} until you let it go.` : `${serial} goes where the next plan puts it.`);
    },
    onError: (error, { serial }) => {
      const problem = asProblem(error);
      toast.error(`${serial} stays where it is. ${problem.message} ${problem.wayOut}`);
    },
  });
}
