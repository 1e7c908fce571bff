import { queryOptions } from "@tanstack/react-query";
import { answer, api } from "../../api/client";

export const cylindersQuery = queryOptions({
  queryKey: ["cylinders"],
  queryFn: () => answer(api.GET("/api/v1/cylinders")),
});

export const gasQuery = queryOptions({
  queryKey: ["gas"],
  queryFn: () => answer(api.GET("/api/v1/gas")),
});

export function cylinderQuery(tag: string) {
  return queryOptions({
    queryKey: ["cylinders", tag],
    queryFn: () => answer(api.GET("/api/v1/cylinders/{tag}", { params: { path: { tag } } })),
  });
}

export const equipmentQuery = queryOptions({
  queryKey: ["equipment"],
  queryFn: () => answer(api.GET("/api/v1/equipment")),
});

export const rigsQuery = queryOptions({
  queryKey: ["rigs"],
  queryFn: () => answer(api.GET("/api/v1/rigs")),
});
