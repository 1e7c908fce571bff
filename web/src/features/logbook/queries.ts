import { infiniteQueryOptions, queryOptions } from "@tanstack/react-query";
import { answer, api } from "../../api/client";
import { areaOf, type LogbookFilter } from "./filter";

export const logbookQuery = (filter: LogbookFilter) =>
  infiniteQueryOptions({
    queryKey: ["logbook", filter],
    queryFn: ({ pageParam }) => {
      const area = areaOf(filter);
      const query = { ...filter, area: area === "ALL" ? undefined : area, before: pageParam || undefined };
      return answer(api.GET("/api/v1/logbook", { params: { query } }));
    },
    initialPageParam: "",
    getNextPageParam: (last) => last.next ?? undefined,
    placeholderData: (before) => before,
  });

export const logbookChoicesQuery = queryOptions({
  queryKey: ["logbook-choices"],
  queryFn: () => answer(api.GET("/api/v1/logbook-choices")),
});

/** Whether the records are intact, and how far they are marked. */
export const proofQuery = () => queryOptions({ queryKey: ["proof"], queryFn: () => answer(api.GET("/api/v1/proof")) });
