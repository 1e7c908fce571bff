import { useState } from "react";
import type { Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { Sheet } from "../../ui/Sheet";

/** Browsers offer it to pages that came safely only. */
const canCopy = "clipboard" in navigator;

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

function Copied({ label, text }: { label: string; text: string }) {
  const [copied, setCopied] = useState(false);
  return (
    <div className="my-4">
      <p className="font-semibold">{label}</p>
      <div className="flex flex-wrap items-center gap-3">
        <code className="min-w-0 flex-1 border border-line bg-paper p-3 text-lg break-all">{text}</code>
        {canCopy && (
          <Button onClick={() => void navigator.clipboard.writeText(text).then(() => setCopied(true))}>
            {copied ? "Copied" : `Copy ${label.toLowerCase()}`}
          </Button>
        )}
      </div>
    </div>
  );
}
