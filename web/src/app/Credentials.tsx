import { useMutation } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { answer, api } from "../api/client";
import { Button } from "../ui/Button";
import { Field } from "../ui/Field";
import { ErrorMessage } from "../ui/ErrorMessage";

/** Signing in with name and password. */
export function Credentials({ onSignedIn }: { onSignedIn: () => Promise<void> }) {
  const [signInName, setName] = useState("");
  const [password, setPassword] = useState("");
  const signIn = useMutation({
    mutationFn: () => answer(api.POST("/api/v1/session", { body: { signInName, password } })),
    onSuccess: onSignedIn,
  });
  function submit(event: SubmitEvent) {
    event.preventDefault();
    signIn.mutate();
  }
  return (
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
      <ErrorMessage error={signIn.error} />
      <Button kind="act" type="submit" disabled={signIn.isPending} className="min-h-14 text-lg">
        {signIn.isPending ? "Signing in …" : "Sign in"}
      </Button>
    </form>
  );
}
