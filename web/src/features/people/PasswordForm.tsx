import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useState, type SubmitEvent } from "react";
import { toast } from "sonner";
import { answer, api, asProblem } from "../../api/client";
import { sessionQuery } from "../../api/session";
import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { ErrorMessage } from "../../ui/ErrorMessage";

/** A person's own choice of password; afterwards one signs in with it, here and everywhere. */
export function PasswordForm({ before: label }: { before?: string }) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [before, setBefore] = useState("");
  const [fresh, setFresh] = useState("");
  const [again, setAgain] = useState("");
  const choose = useMutation({
    mutationFn: () => answer(api.POST("/api/v1/me/password", { body: { before: label === undefined ? null : before, fresh } })),
    onSuccess: async () => {
      queries.clear();
      await queries.query({ ...sessionQuery, staleTime: 0 });
      toast("The password is yours. Sign in with it.");
      await navigate({ to: "/sign-in" });
    },
  });
  const differs = again !== "" && again !== fresh;
  const field = choose.error ? asProblem(choose.error).field : undefined;
  function submit(event: SubmitEvent) {
    event.preventDefault();
    if (!differs) {
      choose.mutate();
    }
  }
  return (
    <form onSubmit={submit} className="flex max-w-md flex-col gap-4">
      {label !== undefined && (
        <Field
          label={label}
          type="password"
          autoComplete="current-password"
          required
          value={before}
          onChange={(e) => setBefore(e.target.value)}
          aria-invalid={field === "before" || undefined}
        />
      )}
      <Field
        label="Your new password"
        type="password"
        autoComplete="new-password"
        required
        value={fresh}
        onChange={(e) => setFresh(e.target.value)}
        hint="at least 10 characters; a few words in a row are easy to remember"
        aria-invalid={field === "fresh" || undefined}
      />
      <Field
        label="Your new password again"
        type="password"
        autoComplete="new-password"
        required
        value={again}
        onChange={(e) => setAgain(e.target.value)}
        error={differs ? "The two are not the same yet." : undefined}
      />
      <ErrorMessage error={choose.error} />
      <Button kind="act" type="submit" disabled={choose.isPending || differs}>
        Change password
      </Button>
    </form>
  );
}
