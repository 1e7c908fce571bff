import { useState, type SubmitEvent } from "react";
import type { Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { Choice, Field } from "../../ui/Field";
import { Sheet } from "../../ui/Sheet";
import { ErrorMessage } from "../../ui/ErrorMessage";

/** Which sensor is replaced, and the serial of the new one; it is on record when the work is finished. */
export function WhichSensor({
  sensors,
  pending,
  error,
  onChosen,
  onClose,
}: {
  sensors: Schemas["FittedView"][];
  pending: boolean;
  error: Error | null;
  onChosen: (slot: number, newSerial: string) => void;
  onClose: () => void;
}) {
  const [slot, setSlot] = useState(sensors[0]?.slot ?? 1);
  const [serial, setSerial] = useState("");
  function submit(event: SubmitEvent) {
    event.preventDefault();
    onChosen(slot, serial);
  }
  return (
    <Sheet open onClose={onClose} title="Replace a sensor, step by step">
      <form onSubmit={submit} className="flex flex-col gap-4">
        <Choice label="Sensor" value={slot} onChange={(event) => setSlot(Number(event.target.value))}>
          {sensors.map((sensor) => (
            <option key={sensor.slot} value={sensor.slot}>
              {sensor.slot} {sensor.gas}, {sensor.serial}
            </option>
          ))}
        </Choice>
        <Field
          label="Serial of the new sensor"
          required
          autoComplete="off"
          value={serial}
          hint="on the sensor or its box"
          onChange={(event) => setSerial(event.target.value)}
        />
        <ErrorMessage error={error} />
        <Button kind="act" type="submit" disabled={pending}>
          Start
        </Button>
      </form>
    </Sheet>
  );
}
