import { queryOptions } from "@tanstack/react-query";
import { answer, api, asBody, type Schemas } from "../../api/client";

export type Import = Schemas["ImportView"];
export type ImportLine = Schemas["ImportLine"];

export const importsQuery = queryOptions({
  queryKey: ["imports"],
  queryFn: () => answer(api.GET("/api/v1/imports")),
});

export const importLinesQuery = (id: string, verdict: string) =>
  queryOptions({
    queryKey: ["imports", id, verdict],
    queryFn: () => answer(api.GET("/api/v1/imports/{id}/lines", { params: { path: { id }, query: { verdict } } })),
  });

export const sendTable = (file: File, kind: Import["kind"]): Promise<Import> =>
  answer(api.POST("/api/v1/imports", { params: { query: { name: file.name, kind } }, ...asBody(file) }));
