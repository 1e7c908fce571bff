import { useState } from "react";
import { answer, api, once, type Schemas } from "../../api/client";
import { may, useSession } from "../../api/session";
import { atTime } from "../../app/dates";
import { Button } from "../../ui/Button";
import { Why } from "../../ui/Working";
import { ReasonedSheet } from "../../ui/ReasonedSheet";
import { word } from "../../ui/shown";

/** Recalls, comparisons and changes of state, the latest of each on top. */
export function CylinderHistory({ page, zone }: { page: Schemas["CylinderPage"]; zone: string }) {
  const session = useSession();
  const [withdrawing, setWithdrawing] = useState<string | null>(null);
  return (
    <section aria-labelledby="happened">
      <h2 id="happened" className="border-b-2 border-ink text-xl font-bold">
        What happened to it
      </h2>
      <ul>
        {page.recalls.map((recall) => (
          <li key={recall.id} className="border-b border-line py-2">
            <p>
              <strong className={recall.withdrawnAt ? "" : "text-fail"}>Recalled with {recall.what}</strong>: {recall.reason}
            </p>
            <p className="text-sm text-soft">
              {atTime(recall.at, zone)}, {recall.by}
            </p>
            {recall.withdrawnAt ? (
              <p>
                Withdrawn by {recall.withdrawnBy}, {atTime(recall.withdrawnAt, zone)}: {recall.withdrawnReason}
              </p>
            ) : (
              may(session, "LEAD") && (
                <Button className="mt-1" onClick={() => setWithdrawing(recall.id)}>
                  Withdraw this recall
                </Button>
              )
            )}
          </li>
        ))}
        {page.comparisons.map((made) => (
          <li key={made.at} className="border-b border-line py-2">
            <p>
              <strong className={made.agrees ? "text-act" : "text-fail"}>{made.agrees ? "Agrees with" : "Does not agree with"}</strong>{" "}
              {made.outgoing}, read by {made.detector}
            </p>
            <p className="text-sm text-soft">
              {atTime(made.at, zone)}, {made.by}
            </p>
            {made.workings.map((working) => (
              <Why key={working.rule} working={working} label={working.result} />
            ))}
          </li>
        ))}
        {page.changes.map((change) => (
          <li key={change.at + change.state} className="border-b border-line py-2">
            <p>
              <strong>{word(change.state)}</strong>: {change.reason}
            </p>
            <p className="text-sm text-soft">
              {atTime(change.at, zone)}, {change.by}
            </p>
          </li>
        ))}
      </ul>
      {page.recalls.length + page.changes.length === 0 && page.cylinder.status !== "NEW" && (
        <p className="py-2 text-soft">In use since it was registered.</p>
      )}
      {withdrawing && (
        <ReasonedSheet
          title="Withdraw the recall"
          label="Why the gas is good after all"
          action="Withdraw it"
          send={(reason) =>
            answer(api.POST("/api/v1/recalls/{id}/withdrawal", { params: { path: { id: withdrawing }, ...once() }, body: { reason } }))
          }
          onClose={() => setWithdrawing(null)}
        />
      )}
    </section>
  );
}
