import { useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { useSession } from "../api/session";
import { Button } from "../ui/Button";
import { forgetNotAllowed, onSent, startOutbox, useOutbox } from "./outbox";
import { counted } from "../ui/counted";

/** What is kept on this device because there is no line, and what the server no longer allowed. */
export function OutboxNotice() {
  const queries = useQueryClient();
  const { kept, notAllowed } = useOutbox();
  const { signInName } = useSession();
  useEffect(() => startOutbox(signInName ?? ""), [signInName]);
  useEffect(
    () =>
      onSent((entry) => {
        void queries.invalidateQueries({ queryKey: entry.place === "run" ? ["run", entry.runId] : ["rounds", entry.roundId] });
      }),
    [queries],
  );
  if (kept.length === 0 && notAllowed.length === 0) {
    return null;
  }
  return (
    <div role="status" className="border-b-2 border-caution bg-caution-wash px-4 py-2 text-ink">
      {kept.length > 0 && (
        <p>
          <strong>No line: {counted(kept.length, "entry is", "entries are")} kept on this device, not judged yet.</strong> They are sent
          once, in their order, when the line is back: {kept.map((entry) => entry.words).join("; ")}.
        </p>
      )}
      {notAllowed.length > 0 && (
        <div className="flex flex-wrap items-center gap-x-4">
          <p className="grow">
            <strong>Entered without a line and no longer allowed; the record keeps it as a remark:</strong>{" "}
            {notAllowed.map((entry) => `${entry.words}: ${entry.reason}`).join(" ")}
          </p>
          <Button onClick={forgetNotAllowed}>I have read it</Button>
        </div>
      )}
    </div>
  );
}
