import { answer, api } from "../../api/client";

export const cardsQuery = {
  queryKey: ["cards"],
  queryFn: () => answer(api.GET("/api/v1/cards")),
};

export const choicesQuery = {
  queryKey: ["cards", "choices"],
  queryFn: () => answer(api.GET("/api/v1/card-choices")),
  staleTime: Infinity,
};

export const draftsQuery = {
  queryKey: ["cards", "drafts"],
  queryFn: () => answer(api.GET("/api/v1/card-drafts")),
};

export const deskQuery = (model: string) => ({
  queryKey: ["cards", "desk", model],
  queryFn: () => answer(api.GET("/api/v1/card-desks/{model}", { params: { path: { model } } })),
});

export const sheetQuery = (model: string, version: number) => ({
  queryKey: ["cards", "sheet", model, version],
  queryFn: () => answer(api.GET("/api/v1/card-sheets/{model}/{version}", { params: { path: { model, version } } })),
  staleTime: Infinity,
});

export const changesQuery = (model: string, from: number, to: number) => ({
  queryKey: ["cards", "changes", model, from, to],
  queryFn: () => answer(api.GET("/api/v1/card-changes/{model}", { params: { path: { model }, query: { from, to } } })),
  staleTime: Infinity,
});
