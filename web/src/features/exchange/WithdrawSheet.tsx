import { answer, api } from "../../api/client";
import { ReasonedSheet } from "../../ui/ReasonedSheet";

export function WithdrawSheet({ id, onClose }: { id: string; onClose: () => void }) {
  return (
    <ReasonedSheet
      title="Take the table back: what was new is retired, what was changed is as before"
      label="What was wrong with it"
      action="Take it back"
      send={(reason) => answer(api.POST("/api/v1/imports/{id}/withdrawal", { params: { path: { id } }, body: { reason } }))}
      onClose={onClose}
    />
  );
}
