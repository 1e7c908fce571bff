import { queryOptions } from "@tanstack/react-query";
import { answer, api } from "../../api/client";

export const choicesQuery = queryOptions({
  queryKey: ["rounds", "choices"],
  queryFn: () => answer(api.GET("/api/v1/rounds/choices")),
});

export const openRoundQuery = queryOptions({
  queryKey: ["rounds", "open"],
  queryFn: () => answer(api.GET("/api/v1/rounds/open")),
});

export function roundQuery(id: string) {
  return queryOptions({
    queryKey: ["rounds", id],
    queryFn: () => answer(api.GET("/api/v1/rounds/{id}", { params: { path: { id } } })),
  });
}

/** Numbers of the bump that is live now; looked at again while there is one. */
export function liveQuery(id: string, goesOn: boolean) {
  return queryOptions({
    queryKey: ["rounds", id, "live"],
    queryFn: () => answer(api.GET("/api/v1/rounds/{id}/live", { params: { path: { id } } })),
    refetchInterval: goesOn ? 400 : false,
  });
}
