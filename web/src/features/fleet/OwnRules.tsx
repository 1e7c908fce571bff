import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { may, useSession } from "../../api/session";
import { Button } from "../../ui/Button";
import { IntervalSheet } from "./IntervalSheet";
import { rulesQuery } from "./queries";
import { ToleranceSheet } from "./ToleranceSheet";

/** What one detector is held to: by its card, and by what is set for it alone. */
export function OwnRules({ serial }: { serial: string }) {
  const session = useSession();
  const rules = useQuery(rulesQuery(serial));
  const [changing, setChanging] = useState<"tolerance" | "interval" | null>(null);
  if (!rules.data) {
    return null;
  }
  const { tolerance, interval } = rules.data;
  const lead = may(session, "LEAD");
  return (
    <>
      <p className="flex flex-wrap items-baseline gap-x-3">
        <span>
          Calibration interval: <strong>{interval.card}</strong>
          {interval.own && (
            <>
              , and by its own interval <strong>{interval.own}</strong>: the earlier counts
            </>
          )}
        </span>
        {lead && (
          <Button kind="quiet" aria-label="Change the calibration interval" onClick={() => setChanging("interval")}>
            Change
          </Button>
        )}
      </p>
      <p className="flex flex-wrap items-baseline gap-x-3">
        <span>
          Tolerance <strong>±{tolerance.percent} %</strong>: {tolerance.says}
        </span>
        {lead && (
          <Button kind="quiet" aria-label="Change the tolerance" onClick={() => setChanging("tolerance")}>
            Change
          </Button>
        )}
      </p>
      {changing === "interval" && <IntervalSheet serial={serial} interval={interval} onClose={() => setChanging(null)} />}
      {changing === "tolerance" && <ToleranceSheet serial={serial} tolerance={tolerance} open onClose={() => setChanging(null)} />}
    </>
  );
}
