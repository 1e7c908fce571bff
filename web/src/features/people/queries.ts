import { queryOptions } from "@tanstack/react-query";
import { answer, api } from "../../api/client";

export const peopleQuery = queryOptions({
  queryKey: ["people"],
  queryFn: () => answer(api.GET("/api/v1/people")),
});

export const mySessionsQuery = queryOptions({
  queryKey: ["my-sessions"],
  queryFn: () => answer(api.GET("/api/v1/me/sessions")),
});
