import { queryOptions } from "@tanstack/react-query";
import { answer, api } from "../../api/client";

export const calculationsQuery = queryOptions({
  queryKey: ["calculators"],
  queryFn: () => answer(api.GET("/api/v1/calculators")),
  staleTime: Infinity,
});

export const libraryQuery = queryOptions({
  queryKey: ["gas-library"],
  queryFn: () => answer(api.GET("/api/v1/gas-library")),
  staleTime: Infinity,
});

export function answerQuery(calculation: string, given: Record<string, string>) {
  return queryOptions({
    queryKey: ["calculators", calculation, given],
    queryFn: () => answer(api.POST("/api/v1/calculators/{calculation}", { params: { path: { calculation } }, body: given })),
    retry: false,
    staleTime: Infinity,
  });
}
