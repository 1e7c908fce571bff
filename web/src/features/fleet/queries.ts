import { infiniteQueryOptions, queryOptions } from "@tanstack/react-query";
import { answer, api } from "../../api/client";
import type { FleetFilter } from "./filter";

const PAGE = 100;

/** What the server is asked for: which columns stand is no matter of its. */
function asked(filter: FleetFilter): Omit<FleetFilter, "without"> {
  const { find, state, model, crew, order } = filter;
  return { find, state, model, crew, order };
}

export const fleetQuery = (filter: FleetFilter) =>
  infiniteQueryOptions({
    queryKey: ["detectors", asked(filter)],
    queryFn: ({ pageParam }) =>
      answer(api.GET("/api/v1/detectors", { params: { query: { ...asked(filter), from: pageParam, limit: PAGE } } })),
    initialPageParam: 0,
    getNextPageParam: (last, all) => {
      const loaded = all.reduce((rows, page) => rows + page.rows.length, 0);
      return last.rows.length > 0 && loaded < last.matching ? loaded : undefined;
    },
    placeholderData: (before) => before,
  });

export const viewsQuery = queryOptions({
  queryKey: ["saved-views"],
  queryFn: () => answer(api.GET("/api/v1/saved-views")),
});

export const findQuery = (find: string) =>
  queryOptions({
    queryKey: ["detectors", "find", find],
    queryFn: () => answer(api.GET("/api/v1/detectors", { params: { query: { find, limit: 12 } } })),
    placeholderData: (before) => before,
  });

export const modelsQuery = queryOptions({
  queryKey: ["models"],
  queryFn: () => answer(api.GET("/api/v1/models")),
  staleTime: 300_000,
});

export const detectorQuery = (serial: string) =>
  queryOptions({
    queryKey: ["detector", serial],
    queryFn: () => answer(api.GET("/api/v1/detectors/{serial}", { params: { path: { serial } } })),
  });

export const rulesQuery = (serial: string) =>
  queryOptions({
    queryKey: ["detector", serial, "rules"],
    queryFn: () => answer(api.GET("/api/v1/detectors/{serial}/rules", { params: { path: { serial } } })),
  });

export const careQuery = (serial: string) =>
  queryOptions({
    queryKey: ["detector", serial, "care"],
    queryFn: () => answer(api.GET("/api/v1/detectors/{serial}/care", { params: { path: { serial } } })),
  });

export const runsQuery = (serial: string) =>
  queryOptions({
    queryKey: ["detector", serial, "runs"],
    queryFn: () => answer(api.GET("/api/v1/detectors/{serial}/runs", { params: { path: { serial } } })),
  });

export const trendsQuery = (serial: string) =>
  queryOptions({
    queryKey: ["detector", serial, "trends"],
    queryFn: () => answer(api.GET("/api/v1/detectors/{serial}/trends", { params: { path: { serial } } })),
  });

export const causesQuery = queryOptions({
  queryKey: ["trigger-causes"],
  queryFn: () => answer(api.GET("/api/v1/trigger-causes")),
  staleTime: Infinity,
});

export const doubtsQuery = (serial: string) =>
  queryOptions({
    queryKey: ["detector", serial, "doubts"],
    queryFn: () => answer(api.GET("/api/v1/detectors/{serial}/doubts", { params: { path: { serial } } })),
  });

export const openDoubtsQuery = queryOptions({
  queryKey: ["doubts"],
  queryFn: () => answer(api.GET("/api/v1/doubts")),
});
