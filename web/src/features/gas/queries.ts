import { queryOptions } from "@tanstack/react-query";
import { answer, api } from "../../api/client";

export const cylindersQuery = queryOptions({
  queryKey: ["cylinders"],
  queryFn: () => answer(api.GET("/api/v1/cylinders")),
});
