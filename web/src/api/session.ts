import { queryOptions, useSuspenseQuery } from "@tanstack/react-query";
import { answer, api, type Schemas } from "./client";

export type Session = Schemas["SessionView"];

export const sessionQuery = queryOptions({
  queryKey: ["session"],
  queryFn: () => answer(api.GET("/api/v1/session")),
  staleTime: 60_000,
});

export function useSession(): Session {
  return useSuspenseQuery(sessionQuery).data;
}

const rank = { VIEWER: 0, TECHNICIAN: 1, LEAD: 2, ADMINISTRATOR: 3 } as const;

export function may(session: Session, role: keyof typeof rank): boolean {
  return session.role !== null && rank[session.role] >= rank[role];
}
