import { queryOptions } from "@tanstack/react-query";
import { answer, api } from "../../api/client";

const SEARCH_MS = 1_000;

export const planQuery = queryOptions({
  queryKey: ["plan"],
  queryFn: () => answer(api.GET("/api/v1/plan")),
  refetchInterval: (query) => (query.state.data?.search ? SEARCH_MS : false),
});

export const waysQuery = queryOptions({
  queryKey: ["plan", "ways"],
  queryFn: () => answer(api.GET("/api/v1/plan/ways")),
});

export const jobQuery = (serial: string) =>
  queryOptions({
    queryKey: ["plan", "job", serial],
    queryFn: () => answer(api.GET("/api/v1/plan/jobs/{serial}", { params: { path: { serial } } })),
  });
