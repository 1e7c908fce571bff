import { queryOptions } from "@tanstack/react-query";
import { answer, api } from "../../api/client";

export const maintenanceOfQuery = (serial: string) =>
  queryOptions({
    queryKey: ["detector", serial, "maintenance"],
    queryFn: () => answer(api.GET("/api/v1/detectors/{serial}/maintenance", { params: { path: { serial } } })),
  });

export const jobQuery = (id: string) =>
  queryOptions({
    queryKey: ["maintenance", id],
    queryFn: () => answer(api.GET("/api/v1/maintenance/{id}", { params: { path: { id } } })),
    refetchInterval: 10_000,
  });

export const partStockQuery = queryOptions({
  queryKey: ["part-stock"],
  queryFn: () => answer(api.GET("/api/v1/part-stock")),
});
