import { answer, api } from "../../api/client";
import { ReasonedSheet } from "../../ui/ReasonedSheet";
import type { Import } from "./queries";

const titles = {
  DETECTORS: "Take the table back: what was new is retired, what was changed is as before",
  CYLINDERS: "Take the table back: its cylinders are returned, and their tags are free",
  RUNS: "Take the table back: its records stay and count for nothing, the detectors stand as before",
};

export function WithdrawSheet({ one, onClose }: { one: Import; onClose: () => void }) {
  return (
    <ReasonedSheet
      title={titles[one.kind]}
      label="What was wrong with it"
      action="Void"
      send={(reason) => answer(api.POST("/api/v1/imports/{id}/withdrawal", { params: { path: { id: one.id } }, body: { reason } }))}
      onClose={onClose}
    />
  );
}
