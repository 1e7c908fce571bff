import { queryOptions } from "@tanstack/react-query";
import { answer, api } from "../../api/client";

export const partsQuery = (leadDays: number) =>
  queryOptions({
    queryKey: ["parts", leadDays],
    queryFn: () => answer(api.GET("/api/v1/parts", { params: { query: { leadDays } } })),
    placeholderData: (before) => before,
  });

export const reviewsQuery = queryOptions({
  queryKey: ["interval-reviews"],
  queryFn: () => answer(api.GET("/api/v1/interval-reviews")),
});
