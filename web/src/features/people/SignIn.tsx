import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useState, type FormEvent } from "react";
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
      await queries.fetchQuery({ ...sessionQuery, staleTime: 0 });
      await navigate({ to: "/" });
    },
  });

  function submit(event: FormEvent) {
    event.preventDefault();
    signIn.mutate({ signInName, password });
  }

  return (
    <Threshold title="Sign in">
      <form onSubmit={submit} className="flex flex-col gap-4">
        <Field label="Sign-in name" autoComplete="username" required value={signInName} onChange={(e) => setName(e.target.value)} />
        <Field label="Password" type="password" autoComplete="current-password" required value={password} onChange={(e) => setPassword(e.target.value)} />
        <Told error={signIn.error} />
        <Button kind="act" type="submit" disabled={signIn.isPending} className="min-h-13 text-lg">
          {signIn.isPending ? "Signing in …" : "Sign in"}
        </Button>
      </form>
      {session.demo && (
        <section className="border-caution mt-8 border-l-4 pl-4">
          <h2 className="font-bold">This is the demo</h2>
          <p className="text-soft mb-2">Made-up people on a made-up island. Pick one to sign in.</p>
          <ul>
            {session.demoPeople.map((person) => (
              <li key={person.signInName}>
                <button type="button" className="hover:bg-paper flex min-h-11 w-full items-center gap-3 text-left" onClick={() => signIn.mutate(person)}>
                  <span className="text-act w-16 font-semibold underline underline-offset-4">{person.signInName}</span>
                  <span>{person.may}</span>
                </button>
              </li>
            ))}
          </ul>
          <p className="text-soft mt-2 text-sm">Or type the name with the password {session.demoPeople[0]?.password}.</p>
        </section>
      )}
    </Threshold>
  );
}
