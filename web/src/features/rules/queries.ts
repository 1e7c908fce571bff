import { answer, api } from "../../api/client";

export const policyQuery = {
  queryKey: ["house", "policy"],
  queryFn: () => answer(api.GET("/api/v1/site-rules")),
};
