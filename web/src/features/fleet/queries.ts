import { queryOptions } from "@tanstack/react-query";
import { answer, api } from "../../api/client";

export const detectorsQuery = queryOptions({
  queryKey: ["detectors"],
  queryFn: () => answer(api.GET("/api/v1/detectors")),
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
