import { answer, api } from "../../api/client";
import { ReasonedSheet } from "../../ui/ReasonedSheet";
import type { Import } from "./queries";

const titles = {
  DETECTORS: "Void the import: what was new is retired, what was changed is as before",
  CYLINDERS: "Void the import: its cylinders are returned, and their tags are free",
  RUNS: "Void the import: its records stay on file but do not count; the detectors return to their state before",
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
