import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answer, api } from "../../api/client";
import { useSession } from "../../api/session";
import { atTime } from "../../app/dates";
import { Button } from "../../ui/Button";
import { ErrorMessage } from "../../ui/ErrorMessage";

const key = ["calendar-feeds"];

/** What is coming up with the gas, in one's own calendar under a secret address. */
export function CalendarFeed() {
  const session = useSession();
  const queries = useQueryClient();
  const feeds = useQuery({ queryKey: key, queryFn: () => answer(api.GET("/api/v1/calendar-feeds")) });
  const make = useMutation({
    mutationFn: () => answer(api.POST("/api/v1/calendar-feeds")),
    onSuccess: () => queries.invalidateQueries({ queryKey: key }),
  });
  const revoke = useMutation({
    mutationFn: (id: string) => answer(api.DELETE("/api/v1/calendar-feeds/{id}", { params: { path: { id } } })),
    onSuccess: async () => {
      make.reset();
      await queries.invalidateQueries({ queryKey: key });
    },
  });
  return (
    <section aria-labelledby="calendar" className="mt-6">
      <h2 id="calendar" className="border-b-2 border-ink pb-1 text-xl font-bold">
        In your calendar
      </h2>
      <ErrorMessage error={make.error ?? revoke.error} />
      {make.data && (
        <p className="my-2 border-l-4 border-act bg-sheet p-3">
          <span className="block font-semibold">Give your calendar this address. It is shown once; whoever has it can read it.</span>
          <code className="text-sm break-all">{location.origin + make.data.path}</code>
        </p>
      )}
      <ul>
        {feeds.data?.map((feed) => (
          <li key={feed.id} className="flex min-h-11 flex-wrap items-center justify-between gap-2 border-b border-line">
            <span>made {atTime(feed.madeAt, session.zone)}</span>
            <Button kind="quiet" disabled={revoke.isPending} onClick={() => revoke.mutate(feed.id)}>
              Revoke
            </Button>
          </li>
        ))}
      </ul>
      <Button className="mt-2" disabled={make.isPending} onClick={() => make.mutate()}>
        Make an address
      </Button>
    </section>
  );
}
