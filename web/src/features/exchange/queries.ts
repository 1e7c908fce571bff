import { queryOptions } from "@tanstack/react-query";
import { answer, api, type Schemas } from "../../api/client";

export type Import = Schemas["ImportView"];

export const importsQuery = queryOptions({
  queryKey: ["imports"],
  queryFn: () => answer(api.GET("/api/v1/imports")),
});

export const importLinesQuery = (id: string, verdict: string) =>
  queryOptions({
    queryKey: ["imports", id, verdict],
    queryFn: () => answer(api.GET("/api/v1/imports/{id}/lines", { params: { path: { id }, query: { verdict } } })),
  });

/** The file as it is; its size and kind are looked at where it arrives. */
export async function sendTable(file: File): Promise<Import> {
  return answer(
    api.POST("/api/v1/imports", {
      params: { query: { name: file.name } },
      body: file as unknown as never,
      bodySerializer: (body: unknown) => body as BodyInit,
      headers: { "Content-Type": "application/octet-stream" },
    }),
  );
}
