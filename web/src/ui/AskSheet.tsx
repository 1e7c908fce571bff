import { useMutation, useQueryClient } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { Button } from "./Button";
import { Sheet } from "./Sheet";
import { ErrorMessage } from "./ErrorMessage";

/** What takes effect at once and on others: it says what it does, and waits for a yes. */
export function AskSheet({
  title,
  children,
  action,
  send,
  onClose,
}: {
  title: string;
  children: ReactNode;
  action: string;
  send: () => Promise<unknown>;
  onClose: () => void;
}) {
  const queries = useQueryClient();
  const done = useMutation({
    mutationFn: send,
    onSuccess: async () => {
      await queries.invalidateQueries();
      onClose();
    },
  });
  return (
    <Sheet open onClose={onClose} title={title}>
      <div className="flex flex-col gap-4">
        {children}
        <ErrorMessage error={done.error} />
        <Button kind="act" disabled={done.isPending} onClick={() => done.mutate()}>
          {action}
        </Button>
        <Button kind="quiet" onClick={onClose}>
          Leave it as it is
        </Button>
      </div>
    </Sheet>
  );
}
