import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useState, type SubmitEvent } from "react";
import { answer, api, asProblem } from "../../api/client";
import { sessionQuery } from "../../api/session";
import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { Threshold } from "./Threshold";

const empty = { code: "", signInName: "", displayName: "", password: "" };

export function FirstAdministrator() {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [form, setForm] = useState(empty);
  const create = useMutation({
    mutationFn: async () => {
      await answer(api.POST("/api/v1/first-administrator", { body: form }));
      await answer(api.POST("/api/v1/session", { body: form }));
    },
    onSuccess: async () => {
      await queries.query({ ...sessionQuery, staleTime: 0 });
      await navigate({ to: "/" });
    },
  });
  const problem = create.error ? asProblem(create.error) : null;
  const wrong = (field: keyof typeof empty) => (problem?.field === field ? `${problem.message} ${problem.wayOut}` : undefined);
  const set = (field: keyof typeof empty) => (event: { target: { value: string } }) => setForm({ ...form, [field]: event.target.value });

  function submit(event: SubmitEvent) {
    event.preventDefault();
    create.mutate();
  }

  return (
    <Threshold title="First administrator">
      <form onSubmit={submit} className="flex flex-col gap-4">
        <Field
          label="One-time code"
          hint="./sentry start has printed it"
          required
          autoComplete="off"
          value={form.code}
          onChange={set("code")}
          error={wrong("code")}
        />
        <Field
          label="Your name"
          hint="as records will show it"
          required
          autoComplete="name"
          value={form.displayName}
          onChange={set("displayName")}
          error={wrong("displayName")}
        />
        <Field
          label="Sign-in name"
          required
          autoComplete="username"
          value={form.signInName}
          onChange={set("signInName")}
          error={wrong("signInName")}
        />
        <Field
          label="Password"
          hint="at least 10 characters; a few words in a row are easy to remember"
          type="password"
          required
          autoComplete="new-password"
          value={form.password}
          onChange={set("password")}
          error={wrong("password")}
        />
        {problem && !problem.field && <ErrorMessage error={problem} />}
        <Button kind="act" type="submit" disabled={create.isPending}>
          Begin
        </Button>
      </form>
    </Threshold>
  );
}
