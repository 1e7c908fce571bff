import { infiniteQueryOptions, queryOptions } from "@tanstack/react-query";
import { answer, api } from "../../api/client";
import type { LogbookFilter } from "./filter";

export const logbookQuery = (filter: LogbookFilter) =>
  infiniteQueryOptions({
    queryKey: ["logbook", filter],
    queryFn: ({ pageParam }) =>
      answer(api.GET("/api/v1/logbook", { params: { query: { ...filter, ...(pageParam && { before: pageParam }) } } })),
    initialPageParam: "",
    getNextPageParam: (last) => last.next ?? undefined,
    placeholderData: (before) => before,
  });

export const logbookChoicesQuery = queryOptions({
  queryKey: ["logbook-choices"],
  queryFn: () => answer(api.GET("/api/v1/logbook-choices")),
});

/** Whether everything on record holds, and how far it is marked. */
export const proofQuery = () => queryOptions({ queryKey: ["proof"], queryFn: () => answer(api.GET("/api/v1/proof")) });
