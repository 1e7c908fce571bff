import { queryOptions } from "@tanstack/react-query";
import { answer, api } from "../../api/client";

export const certificateQuery = (code: string) =>
  queryOptions({
    queryKey: ["certificate", code],
    queryFn: () => answer(api.GET("/api/v1/certificates/{code}", { params: { path: { code } } })),
    retry: false,
  });

export const certificatesOfRunQuery = (runId: string) =>
  queryOptions({
    queryKey: ["certificates-of-run", runId],
    queryFn: () => answer(api.GET("/api/v1/runs/{id}/certificates", { params: { path: { id: runId } } })),
  });

export interface RegisterFilter {
  crew?: string;
  from: string;
  until: string;
}

export const registerQuery = (filter: RegisterFilter) =>
  queryOptions({
    queryKey: ["certificates", filter],
    queryFn: () => answer(api.GET("/api/v1/certificates", { params: { query: { ...filter } } })),
  });

export const wantingQuery = (filter: RegisterFilter) =>
  queryOptions({
    queryKey: ["certificates-wanting", filter],
    queryFn: () => answer(api.GET("/api/v1/certificates-wanting", { params: { query: { ...filter } } })),
  });
