import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useState, type SubmitEvent } from "react";
import { answer, api } from "../../api/client";
import { sessionQuery, useSession } from "../../api/session";
import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { Told } from "../../ui/Told";
import { Threshold } from "./Threshold";

export function SignIn() {
  const session = useSession();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [signInName, setName] = useState("");
  const [password, setPassword] = useState("");
  const signIn = useMutation({
    mutationFn: (body: { signInName: string; password: string }) => answer(api.POST("/api/v1/session", { body })),
    onSuccess: async () => {
      // A new session has a new CSRF token; fetching it again sets the cookie.
      await queries.query({ ...sessionQuery, staleTime: 0 });
      await navigate({ to: "/" });
    },
  });

  function submit(event: SubmitEvent) {
    event.preventDefault();
    signIn.mutate({ signInName, password });
  }

  return (
    <Threshold title="Sign in">
      <form onSubmit={submit} className="flex flex-col gap-4">
        <Field label="Sign-in name" autoComplete="username" required value={signInName} onChange={(e) => setName(e.target.value)} />
        <Field
          label="Password"
          type="password"
          autoComplete="current-password"
          required
          value={password}
          onChange={(e) => setPassword(e.target.value)}
        />
        <Told error={signIn.error} />
        <Button kind="act" type="submit" disabled={signIn.isPending} className="min-h-13 text-lg">
          {signIn.isPending ? "Signing in …" : "Sign in"}
        </Button>
      </form>
      {session.demo && (
        <section className="mt-8 border-l-4 border-caution pl-4">
          <h2 className="font-bold">This is the demo</h2>
          <p className="mb-2 text-soft">Made-up people on a made-up island. Pick one to sign in.</p>
          <ul>
            {session.demoPeople.map((person) => (
              <li key={person.signInName}>
                <button
                  type="button"
                  className="flex min-h-11 w-full items-center gap-3 text-left hover:bg-paper"
                  onClick={() => signIn.mutate(person)}
                >
                  <span className="w-16 font-semibold text-act underline underline-offset-4">{person.signInName}</span>
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
