import type { Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { Copied } from "../../ui/Copied";
import { Sheet } from "../../ui/Sheet";

/** What is typed into the gateway's settings; the token is shown this once. */
export function TokenSheet({ added, onClose }: { added: Schemas["GatewayAdded"]; onClose: () => void }) {
  return (
    <Sheet open onClose={onClose} title={`Token of ${added.gateway.name}`}>
      <p>
        Enter both in the gateway&apos;s settings now. The token is shown only once; if it is lost, revoke this gateway and add it again.
      </p>
      <Copied label="Address" text={`${location.origin}/api/v1/link`} />
      <Copied label="Token" text={added.token} />
      <Button kind="act" onClick={onClose}>
        I have entered it
      </Button>
    </Sheet>
  );
}
