import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { toast } from "sonner";
import { answer, api, asProblem } from "../../api/client";
import { sessionQuery, useSession } from "../../api/session";
import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { ErrorMessage } from "../../ui/ErrorMessage";

/** A PIN for signing at the bench and for opening a locked device. */
export function PinForm() {
  const { pin: has } = useSession();
  const queries = useQueryClient();
  const [password, setPassword] = useState("");
  const [pin, setPin] = useState("");
  const refresh = () => queries.query({ ...sessionQuery, staleTime: 0 });
  const choose = useMutation({
    mutationFn: () => answer(api.POST("/api/v1/me/pin", { body: { password, pin } })),
    onSuccess: async () => {
      setPassword("");
      setPin("");
      toast("The PIN is yours. Sign with it on this and any other device.");
      await refresh();
    },
  });
  const giveUp = useMutation({
    mutationFn: () => answer(api.DELETE("/api/v1/me/pin")),
    onSuccess: refresh,
  });
  const field = choose.error ? asProblem(choose.error).field : undefined;
  function submit(event: SubmitEvent) {
    event.preventDefault();
    choose.mutate();
  }
  return (
    <section aria-labelledby="pin" className="mt-8">
      <h2 id="pin" className="mb-2 text-xl font-bold">
        {has ? "Another PIN" : "A PIN for the bench"}
      </h2>
      <p className="mb-3 text-soft">
        {has ? "You sign with a PIN." : "You sign with your password. A PIN is quicker with gloves, and opens a locked device."}
      </p>
      <form onSubmit={submit} className="flex max-w-md flex-col gap-4">
        <Field
          label="Your password"
          type="password"
          autoComplete="current-password"
          required
          value={password}
          onChange={(e) => setPassword(e.target.value)}
          aria-invalid={field === "password" || undefined}
        />
        <Field
          label="Your PIN"
          type="password"
          inputMode="numeric"
          autoComplete="off"
          required
          value={pin}
          onChange={(e) => setPin(e.target.value)}
          hint="4 to 8 digits, not in a row"
          aria-invalid={field === "pin" || undefined}
        />
        <ErrorMessage error={choose.error ?? giveUp.error} />
        <div className="flex flex-wrap gap-2">
          <Button kind="act" type="submit" disabled={choose.isPending}>
            Change PIN
          </Button>
          {has && (
            <Button disabled={giveUp.isPending} onClick={() => giveUp.mutate()}>
              Sign with the password only
            </Button>
          )}
        </div>
      </form>
    </section>
  );
}
