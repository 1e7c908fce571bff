import { queryOptions } from "@tanstack/react-query";
import { answer, api } from "../../api/client";

const EVERY_MILLIS = 5_000;

/** What a board shows; asked for again every few seconds, also while nobody looks at the page. */
const live = { refetchInterval: EVERY_MILLIS, refetchIntervalInBackground: true, retry: false };

export const boardQuery = (crew: string) =>
  queryOptions({
    queryKey: ["board", crew],
    queryFn: () => answer(api.GET("/api/v1/board", { params: { query: { crew } } })),
    ...live,
  });

export const secretBoardQuery = (secret: string) =>
  queryOptions({
    queryKey: ["board", "secret", secret],
    queryFn: () => answer(api.GET("/api/v1/boards/{secret}", { params: { path: { secret } } })),
    ...live,
  });

export const boardAddressesQuery = queryOptions({
  queryKey: ["board-addresses"],
  queryFn: () => answer(api.GET("/api/v1/board-addresses")),
});
