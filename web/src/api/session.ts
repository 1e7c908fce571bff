import { queryOptions, useSuspenseQuery } from "@tanstack/react-query";
import { writeDaysAs } from "../app/dates";
import { answer, api, type Schemas } from "./client";

export type Session = Schemas["SessionView"];

export const sessionQuery = queryOptions({
  queryKey: ["session"],
  queryFn: async () => {
    const session = await answer(api.GET("/api/v1/session"));
    writeDaysAs(session.units.dates);
    return session;
  },
  staleTime: 60_000,
});

export function useSession(): Session {
  return useSuspenseQuery(sessionQuery).data;
}

const rank = { VIEWER: 0, TECHNICIAN: 1, LEAD: 2, ADMINISTRATOR: 3 } as const;

export type Role = keyof typeof rank;

export function may(session: Session, role: Role): boolean {
  return session.role !== null && rank[session.role] >= rank[role];
}
