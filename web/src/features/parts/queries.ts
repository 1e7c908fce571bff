import { queryOptions } from "@tanstack/react-query";
import { answer, api } from "../../api/client";

export const partsQuery = queryOptions({
  queryKey: ["parts"],
  queryFn: () => answer(api.GET("/api/v1/parts")),
});

export const reviewsQuery = queryOptions({
  queryKey: ["interval-reviews"],
  queryFn: () => answer(api.GET("/api/v1/interval-reviews")),
});
