import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { answer, api, once, type Schemas } from "../../api/client";
import { onDay } from "../../app/dates";
import { Button } from "../../ui/Button";
import { DateField } from "../../ui/DateField";
import { Field } from "../../ui/Field";
import { Sheet } from "../../ui/Sheet";
import { ErrorMessage } from "../../ui/ErrorMessage";

/** Corrects the day on which a sensor was fitted; the logbook keeps both days and the reason. */
export function FittingSheet({ serial, sensor, onClose }: { serial: string; sensor: Schemas["FittedView"]; onClose: () => void }) {
  const queries = useQueryClient();
  const [fittedOn, setFittedOn] = useState(sensor.fittedOn ?? "");
  const [reason, setReason] = useState("");
  const correct = useMutation({
    mutationFn: () =>
      answer(
        api.POST("/api/v1/detectors/{serial}/sensors/{slot}/fitting", {
          params: { path: { serial, slot: sensor.slot }, ...once() },
          body: { fittedOn, reason },
        }),
      ),
    onSuccess: async () => {
      await queries.invalidateQueries();
      onClose();
    },
  });
  function submit(event: SubmitEvent) {
    event.preventDefault();
    correct.mutate();
  }
  return (
    <Sheet open onClose={onClose} title={`Correct the fitting date: ${sensor.gas} sensor`}>
      <form onSubmit={submit} className="flex flex-col gap-4">
        <p>
          Sensor {sensor.serial}, on record as {sensor.fittedOn ? `fitted on ${onDay(sensor.fittedOn)}` : "fitted on an unknown date"}. Its
          results stay as they are.
        </p>
        <DateField label="Fitted on" required value={fittedOn} onDay={setFittedOn} />
        <Field label="Reason" required value={reason} onChange={(event) => setReason(event.target.value)} />
        <ErrorMessage error={correct.error} />
        <Button kind="act" type="submit" disabled={correct.isPending}>
          Correct the date
        </Button>
      </form>
    </Sheet>
  );
}
