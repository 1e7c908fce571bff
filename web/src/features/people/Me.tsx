import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answer, api } from "../../api/client";
import { useSession } from "../../api/session";
import { atTime } from "../../app/dates";
import { Button } from "../../ui/Button";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { PasswordForm } from "./PasswordForm";
import { PinForm } from "./PinForm";
import { mySessionsQuery } from "./queries";

/** The own account: password, and where one is signed in. */
export function Me() {
  const { displayName, signInName, zone } = useSession();
  const queries = useQueryClient();
  const sessions = useQuery(mySessionsQuery);
  const endOthers = useMutation({
    mutationFn: () => answer(api.DELETE("/api/v1/me/sessions")),
    onSuccess: () => queries.invalidateQueries({ queryKey: mySessionsQuery.queryKey }),
  });
  return (
    <div className="mx-auto w-full max-w-4xl px-4 py-4">
      <h1 className="mb-4 text-3xl font-bold">
        {displayName} <span className="text-xl font-normal text-soft">signs in as {signInName}</span>
      </h1>
      <div className="grid gap-8 md:grid-cols-2">
        <section aria-labelledby="password">
          <h2 id="password" className="mb-2 text-xl font-bold">
            Another password
          </h2>
          <PasswordForm before="Your password now" />
          <PinForm />
        </section>
        <section aria-labelledby="signed-in">
          <h2 id="signed-in" className="mb-2 text-xl font-bold">
            Signed in on
          </h2>
          <ul className="mb-3 border-t border-ink">
            {sessions.data?.map((one) => (
              <li key={one.since + one.device} className="border-b border-line py-2">
                <strong>{one.thisOne ? "This device" : device(one.device)}</strong>
                <span className="block text-sm text-soft">
                  since {atTime(one.since, zone)}, last used {atTime(one.lastUsed, zone)}
                </span>
              </li>
            ))}
          </ul>
          <ErrorMessage error={endOthers.error} />
          {sessions.data && sessions.data.length > 1 && (
            <Button disabled={endOthers.isPending} onClick={() => endOthers.mutate()}>
              Sign out everywhere but here
            </Button>
          )}
        </section>
      </div>
    </div>
  );
}

/** The machine out of what a browser calls itself, such as "X11; Linux x86_64". */
function device(agent: string): string {
  return /\(([^)]*)\)/.exec(agent)?.[1] ?? (agent || "Another device");
}
