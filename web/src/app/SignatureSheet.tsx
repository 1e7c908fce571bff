import { useMutation } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { answer, api } from "../api/client";
import { useSession } from "../api/session";
import { giveSignature, useSignatureAsked } from "../api/signature";
import { SecretPad } from "../ui/SecretPad";
import { Sheet } from "../ui/Sheet";

/** Whoever signs shows that it is them; what was asked for goes on by itself. */
export function SignatureSheet() {
  const asked = useSignatureAsked();
  const { displayName, pin } = useSession();
  const prove = useMutation({
    mutationFn: (secret: string) => answer(api.POST("/api/v1/me/proof", { body: { secret } })),
    onSuccess: () => giveSignature(true),
  });
  function leave() {
    prove.reset();
    giveSignature(false);
  }
  return (
    <Sheet open={asked} onClose={leave} title={`Sign as ${displayName ?? ""}`}>
      <SecretPad pin={pin} action="Sign" pending={prove.isPending} error={prove.error} onGive={(secret) => prove.mutate(secret)} />
      {!pin && (
        <p className="mt-6 text-soft">
          A PIN is quicker with gloves:{" "}
          <Link to="/me" onClick={leave} className="inline-flex min-h-6 items-center text-act underline underline-offset-4">
            choose one
          </Link>
          .
        </p>
      )}
    </Sheet>
  );
}
