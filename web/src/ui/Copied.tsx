import { useState } from "react";
import { Button } from "./Button";

/** Browsers offer it to pages that came safely only. */
const canCopy = "clipboard" in navigator;

/** Text to be carried somewhere else, with a button that copies it. */
export function Copied({ label, text }: { label: string; text: string }) {
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
