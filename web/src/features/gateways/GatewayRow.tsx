import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { useSession } from "../../api/session";
import { atTime } from "../../app/dates";
import { Button } from "../../ui/Button";
import { counted } from "../../ui/counted";
import { Sheet } from "../../ui/Sheet";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { Heard } from "./Heard";
import { Serials } from "./Serials";
import { none, WhichDetectors, type Which } from "./WhichDetectors";

type Gateway = Schemas["Gateway"];

export function GatewayRow({ gateway }: { gateway: Gateway }) {
  const session = useSession();
  const [asked, setAsked] = useState<"detectors" | "revoke" | null>(null);
  const works = gateway.standing !== "REVOKED";
  return (
    <li className="border-b border-line py-3">
      <div className="flex flex-wrap items-center gap-x-6 gap-y-2">
        <strong className="min-w-48 text-lg">{gateway.name}</strong>
        <Heard gateway={gateway} zone={session.zone} />
        {works && (
          <div className="ml-auto flex flex-wrap gap-2">
            <Button onClick={() => setAsked("detectors")}>Change its detectors</Button>
            <Button kind="grave" onClick={() => setAsked("revoke")}>
              Revoke
            </Button>
          </div>
        )}
      </div>
      <p className="text-soft">
        {counted(gateway.batches, "batch", "batches")} of readings taken · added {atTime(gateway.addedAt, session.zone)}
      </p>
      <details>
        <summary className="inline-flex min-h-11 cursor-pointer items-center text-act underline underline-offset-4">
          {counted(gateway.serials.length, "detector")}
        </summary>
        <Serials serials={gateway.serials} />
      </details>
      {gateway.faults.length > 0 && (
        <ul aria-label={`Refused of ${gateway.name}`} className="mt-1 border-l-4 border-fail pl-3">
          {gateway.faults.map((fault) => (
            <li key={fault.code}>
              <strong>{fault.code}</strong>, {counted(fault.times, "time")}, last {atTime(fault.lastAt, session.zone)}: {fault.reason}
            </li>
          ))}
        </ul>
      )}
      {asked === "detectors" && <Detectors gateway={gateway} onClose={() => setAsked(null)} />}
      {asked === "revoke" && <Revoke gateway={gateway} onClose={() => setAsked(null)} />}
    </li>
  );
}

function Detectors({ gateway, onClose }: { gateway: Gateway; onClose: () => void }) {
  const queries = useQueryClient();
  const [which, setWhich] = useState<Which>({ ...none, serials: gateway.serials });
  const change = useMutation({
    mutationFn: () => answer(api.POST("/api/v1/gateways/{id}/detectors", { params: { path: { id: gateway.id } }, body: which })),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: ["gateways"] });
      onClose();
    },
  });
  function submit(event: SubmitEvent) {
    event.preventDefault();
    change.mutate();
  }
  return (
    <Sheet open onClose={onClose} title={`Detectors of ${gateway.name}`}>
      <form onSubmit={submit} className="flex flex-col gap-4">
        <WhichDetectors which={which} onChange={setWhich} />
        <ErrorMessage error={change.error} />
        <Button kind="act" type="submit" disabled={change.isPending}>
          These and no others
        </Button>
      </form>
    </Sheet>
  );
}

function Revoke({ gateway, onClose }: { gateway: Gateway; onClose: () => void }) {
  const queries = useQueryClient();
  const revoke = useMutation({
    mutationFn: () => answer(api.DELETE("/api/v1/gateways/{id}", { params: { path: { id: gateway.id } } })),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: ["gateways"] });
      onClose();
    },
  });
  return (
    <Sheet open onClose={onClose} title={`Revoke ${gateway.name}?`}>
      <p className="mb-4">
        Its token is refused from now on. A run that takes its readings hears nothing more: type them, or connect another gateway.
      </p>
      <ErrorMessage error={revoke.error} />
      <div className="flex flex-wrap gap-3">
        <Button kind="grave" disabled={revoke.isPending} onClick={() => revoke.mutate()}>
          Revoke its token
        </Button>
        <Button onClick={onClose}>Keep it</Button>
      </div>
    </Sheet>
  );
}
