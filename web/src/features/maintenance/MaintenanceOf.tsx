import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { answer, api, once, type Schemas } from "../../api/client";
import { may, useSession } from "../../api/session";
import { atTime } from "../../app/dates";
import { Button, buttonLook } from "../../ui/Button";
import { counted } from "../../ui/counted";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { maintenanceOfQuery } from "./queries";
import { WhichSensor } from "./WhichSensor";

type Kind = Schemas["OfferedMaintenance"]["kind"];

/** Maintenance of a detector: what can be started, what is open, what was done. */
export function MaintenanceOf({ serial, state, sensors }: { serial: string; state: string; sensors: Schemas["FittedView"][] }) {
  const session = useSession();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const maintenance = useQuery(maintenanceOfQuery(serial));
  const [choosing, setChoosing] = useState(false);
  const start = useMutation({
    mutationFn: (body: { kind: Kind; slot: number | null; newSerial: string | null }) =>
      answer(api.POST("/api/v1/detectors/{serial}/maintenance", { params: { path: { serial }, ...once() }, body })),
    onSuccess: async (job) => {
      await queries.invalidateQueries({ queryKey: ["detector", serial, "maintenance"] });
      await navigate({ to: "/detectors/maintenance/$jobId", params: { jobId: job.id } });
    },
  });
  if (!maintenance.data || (maintenance.data.offered.length === 0 && maintenance.data.jobs.length === 0)) {
    return null;
  }
  const { offered, jobs } = maintenance.data;
  // A detector in repair can only return from it; one that is here cannot.
  const startable = offered.filter(({ kind }) => (kind === "RETURN_FROM_REPAIR") === (state === "IN_REPAIR"));
  const away = state === "LOST" || state === "RETIRED";
  return (
    <section aria-labelledby="maintenance" className="mb-6">
      <h2 id="maintenance" className="mb-1 text-xl font-bold">
        Maintenance
      </h2>
      {may(session, "TECHNICIAN") && !away && (
        <div className="flex flex-wrap gap-2">
          {startable.map(({ kind, title, open }) =>
            open ? (
              <Link key={kind} to="/detectors/maintenance/$jobId" params={{ jobId: open }} className={buttonLook("act")}>
                Continue: {title.toLowerCase()}
              </Link>
            ) : (
              <Button
                key={kind}
                disabled={start.isPending}
                onClick={() => (kind === "REPLACE_SENSOR" ? setChoosing(true) : start.mutate({ kind, slot: null, newSerial: null }))}
              >
                {title}
              </Button>
            ),
          )}
        </div>
      )}
      <ErrorMessage error={start.error} />
      {jobs.length > 0 && (
        <ul className="mt-2">
          {jobs.map((job) => (
            <li key={job.id} className="flex flex-wrap items-baseline gap-x-4 border-b border-line">
              <Link
                to="/detectors/maintenance/$jobId"
                params={{ jobId: job.id }}
                className="inline-flex min-h-11 items-center font-semibold underline-offset-4 hover:underline"
              >
                {job.title}
              </Link>
              <span className="text-soft">
                {atTime(job.startedAt, session.zone)}, {job.startedBy}
              </span>
              <span>
                {job.open ? `${job.next} of ${counted(job.steps.length, "step")} done` : job.finished ? "finished" : "stopped"}
                {job.closingRemark ? `: ${job.closingRemark}` : ""}
              </span>
            </li>
          ))}
        </ul>
      )}
      {choosing && (
        <WhichSensor
          sensors={sensors}
          pending={start.isPending}
          error={start.error}
          onChosen={(slot, newSerial) => start.mutate({ kind: "REPLACE_SENSOR", slot, newSerial })}
          onClose={() => setChoosing(false)}
        />
      )}
    </section>
  );
}
