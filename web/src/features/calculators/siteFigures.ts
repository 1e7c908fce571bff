import { useMutation, useQueryClient } from "@tanstack/react-query";
import { answer, api, once, type Schemas } from "../../api/client";
import { policyQuery } from "../rules/queries";

export type SiteFigures = Schemas["SiteFigures"];

/** Puts changed figures into the site rules as its next version. */
export function useFigureChange(onDone: () => void) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async ({ change, reason }: { change: (now: SiteFigures) => SiteFigures; reason: string }) => {
      const { policy } = await policyQuery.queryFn();
      const body = { policy: { ...policy, figures: change(policy.figures) }, reason };
      return answer(api.POST("/api/v1/site-rules", { params: once(), body }));
    },
    onSuccess: async () => {
      await queries.invalidateQueries();
      onDone();
    },
  });
}

export function withGas(
  now: SiteFigures,
  gasId: string,
  figure: SiteFigures["gases"][number]["figure"],
  own: { value: number; source: string } | null,
) {
  const others = now.gases.filter((one) => one.gasId !== gasId || one.figure !== figure);
  return { ...now, gases: own ? [...others, { gasId, figure, ...own }] : others };
}

export function withCell(now: SiteFigures, sensorGasId: string, gasId: string, own: { percent: number; source: string } | null) {
  const others = now.cross.filter((one) => one.sensorGasId !== sensorGasId || one.gasId !== gasId);
  return { ...now, cross: own ? [...others, { sensorGasId, gasId, ...own }] : others };
}
