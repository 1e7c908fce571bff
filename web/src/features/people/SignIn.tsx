import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { answer, api } from "../../api/client";
import { sessionQuery, useSession } from "../../api/session";
import { Credentials } from "../../app/Credentials";
import { touch } from "../../app/useIdleLock";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { Threshold } from "./Threshold";

export function SignIn() {
  const session = useSession();
  const queries = useQueryClient();
  const navigate = useNavigate();
  async function signedIn() {
    touch();
    // A new session has a new CSRF token; fetching it again sets the cookie.
    await queries.query({ ...sessionQuery, staleTime: 0 });
    await navigate({ to: "/" });
  }
  const pick = useMutation({
    mutationFn: ({ signInName, password }: { signInName: string; password: string }) =>
      answer(api.POST("/api/v1/session", { body: { signInName, password } })),
    onSuccess: signedIn,
  });

  return (
    <Threshold title="Sign in">
      <Credentials onSignedIn={signedIn} />
      {session.demo && (
        <section className="mt-8 border-l-4 border-caution pl-4">
          <h2 className="font-bold">This is the demo</h2>
          <p className="mb-2 text-soft">Made-up people on a made-up island. Pick one to sign in.</p>
          <ErrorMessage error={pick.error} />
          <ul>
            {session.demoPeople.map((person) => (
              <li key={person.signInName}>
                <button
                  type="button"
                  className="flex min-h-11 w-full items-center gap-3 text-left hover:bg-paper"
                  onClick={() => pick.mutate(person)}
                >
                  <span className="w-16 shrink-0 font-semibold text-act underline underline-offset-4">{person.signInName}</span>
                  <span>{person.may}</span>
                </button>
              </li>
            ))}
          </ul>
          <p className="mt-2 text-sm text-soft">
            Or type the name with the password {session.demoPeople[0]?.password}; all of them sign with the PIN {session.demoPeople[0]?.pin}
            .
          </p>
        </section>
      )}
    </Threshold>
  );
}
