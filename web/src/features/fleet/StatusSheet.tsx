import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { toast } from "sonner";
import { answer, api, once, type Schemas } from "../../api/client";
import { may, useSession, type Session } from "../../api/session";
import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { RadioRow } from "../../ui/RadioRow";
import { Sheet } from "../../ui/Sheet";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { word } from "../../ui/shown";

type Change = Schemas["StatusBody"]["change"];

interface Offer {
  change: Change;
  label: string;
  explanation: string;
  /** Of the field for the reason. */
  reason: string;
  optional?: boolean;
}

const hold: Offer = {
  change: "HOLD",
  label: "Put on hold",
  explanation: "Nobody uses it until a lead releases it.",
  reason: "Reason, for example: case cracked",
};
const repair: Offer = {
  change: "SEND_FOR_REPAIR",
  label: "Send for repair",
  explanation: "It leaves the site and the plan until it is received back.",
  reason: "Where to, and what for",
};
const lost: Offer = {
  change: "REPORT_LOST",
  label: "Report lost",
  explanation: "It leaves the plan until it is found.",
  reason: "Last seen where and with whom",
};
const retire: Offer = {
  change: "RETIRE",
  label: "Retire",
  explanation: "It leaves the fleet. Its records stay.",
  reason: "Reason",
};
const received: Offer = {
  change: "RECEIVE_FROM_REPAIR",
  label: "Receive from repair",
  explanation: "It is due at once: calibrate before use.",
  reason: "What was done",
  optional: true,
};
const found: Offer = {
  change: "REPORT_FOUND",
  label: "Report found",
  explanation: "It is due at once: nobody knows what happened to it.",
  reason: "Where",
  optional: true,
};
const reinstate: Offer = {
  change: "REINSTATE",
  label: "Reinstate",
  explanation: "It returns to the fleet and is due at once.",
  reason: "Remark",
  optional: true,
};

function isForFleet(change: Change) {
  return change === "RETIRE" || change === "REINSTATE";
}

/** What a detector in this state can be changed to; the server checks it again. */
function offers(state: string, session: Session): Offer[] {
  const all =
    state === "RETIRED"
      ? [reinstate]
      : state === "LOST"
        ? [found, retire]
        : state === "IN_REPAIR"
          ? [received, lost, retire]
          : [hold, repair, lost, retire];
  return all.filter((offer) => may(session, isForFleet(offer.change) ? "LEAD" : "TECHNICIAN"));
}

/** Changes a detector's status by hand: hold, repair, lost, retired, and the way back. */
export function StatusSheet({ serial, state, onClose }: { serial: string; state: string; onClose: () => void }) {
  const session = useSession();
  const queries = useQueryClient();
  const choices = offers(state, session);
  const [change, setChange] = useState<Change | null>(choices.length === 1 ? (choices[0]?.change ?? null) : null);
  const [remark, setRemark] = useState("");
  const chosen = choices.find((offer) => offer.change === change);
  const send = useMutation({
    mutationFn: (to: Change) => {
      const request = { params: { path: { serial }, ...once() }, body: { change: to, remark } };
      return answer(
        isForFleet(to)
          ? api.POST("/api/v1/detectors/{serial}/fleet-status", request)
          : api.POST("/api/v1/detectors/{serial}/status", request),
      );
    },
    onSuccess: async (now) => {
      await queries.invalidateQueries();
      toast(`${serial} is ${word(now.state)}: ${now.reason}`);
      onClose();
    },
  });
  function submit(event: SubmitEvent) {
    event.preventDefault();
    if (change) {
      send.mutate(change);
    }
  }
  return (
    <Sheet open onClose={onClose} title={`Change the status of ${serial}`}>
      <form onSubmit={submit} className="flex flex-col gap-4">
        {choices.length === 0 && <p>A lead can reinstate this detector.</p>}
        <fieldset className="flex flex-col gap-1">
          <legend className="sr-only">New status</legend>
          {choices.map((offer) => (
            <RadioRow
              key={offer.change}
              name="status"
              label={offer.label}
              explanation={offer.explanation}
              checked={change === offer.change}
              onChoose={() => setChange(offer.change)}
            />
          ))}
        </fieldset>
        {chosen && (
          <Field
            label={chosen.reason}
            hint={chosen.optional ? "optional" : undefined}
            required={!chosen.optional}
            maxLength={200}
            value={remark}
            onChange={(event) => setRemark(event.target.value)}
          />
        )}
        <ErrorMessage error={send.error} />
        {choices.length > 0 && (
          <Button kind="act" type="submit" disabled={send.isPending || change === null}>
            {chosen ? `${chosen.label}: ${serial}` : "Choose a status"}
          </Button>
        )}
      </form>
    </Sheet>
  );
}
