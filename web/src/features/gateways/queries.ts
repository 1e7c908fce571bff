import { queryOptions } from "@tanstack/react-query";
import { answer, api } from "../../api/client";

export const gatewaysQuery = queryOptions({
  queryKey: ["gateways"],
  queryFn: () => answer(api.GET("/api/v1/gateways")),
  refetchInterval: 10_000,
});
