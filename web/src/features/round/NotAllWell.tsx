import { useState } from "react";
import type { Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { Formula } from "../../ui/Formula";
import { number } from "../../ui/number";

type Sensor = Schemas["RoundSensor"];

/** What was not well: which sensors stayed silent, whether an alarm is missing, and numbers where there are some. */
export function NotAllWell({
  sensors,
  pending,
  onEnter,
  onBack,
}: {
  sensors: Sensor[];
  pending: boolean;
  onEnter: (seen: { silent: number[]; alarms: boolean; readings: Record<string, number> }) => void;
  onBack: () => void;
}) {
  const [silent, setSilent] = useState<number[]>([]);
  const [alarms, setAlarms] = useState(true);
  const [typed, setTyped] = useState<Record<number, string>>({});
  const readings = Object.fromEntries(
    Object.entries(typed)
      .map(([slot, text]) => [slot, number(text)] as const)
      .filter((entry): entry is readonly [string, number] => entry[1] !== null),
  );
  const wrong = Object.values(typed).some((text) => text.trim() !== "" && number(text) === null);
  const said = silent.length > 0 || !alarms || Object.keys(readings).length > 0;
  return (
    <form
      aria-label="What was not well"
      className="my-3 flex flex-col gap-3 border-2 border-caution bg-sheet p-3"
      onSubmit={(event) => {
        event.preventDefault();
        onEnter({ silent, alarms, readings });
      }}
    >
      <p className="text-lg font-semibold">Which stayed silent? A number from the display is judged instead.</p>
      <ul className="grid gap-2 sm:grid-cols-2">
        {sensors.map((sensor) => (
          <li key={sensor.slot} className="flex items-center gap-2">
            <Button
              aria-pressed={silent.includes(sensor.slot)}
              kind={silent.includes(sensor.slot) ? "grave" : "plain"}
              className="min-w-36 grow"
              onClick={() => setSilent(silent.includes(sensor.slot) ? silent.filter((s) => s !== sensor.slot) : [...silent, sensor.slot])}
            >
              <Formula text={sensor.formula} /> {silent.includes(sensor.slot) ? "is silent" : "responds"}
            </Button>
            <input
              aria-label={`${sensor.gas} reading in ${sensor.unit}`}
              inputMode="decimal"
              autoComplete="off"
              placeholder={sensor.unit}
              value={typed[sensor.slot] ?? ""}
              onChange={(event) => setTyped({ ...typed, [sensor.slot]: event.target.value })}
              className="min-h-11 w-24 border border-ink bg-paper px-2"
            />
          </li>
        ))}
      </ul>
      <Button aria-pressed={!alarms} kind={alarms ? "plain" : "grave"} className="self-start" onClick={() => setAlarms(!alarms)}>
        {alarms ? "All alarms were noticed" : "An alarm is missing"}
      </Button>
      {wrong && <p className="font-semibold text-fail">One of these is no number: type what the display shows.</p>}
      <div className="flex flex-wrap gap-2">
        <Button kind="act" type="submit" disabled={pending || !said || wrong}>
          Record it so
        </Button>
        <Button onClick={onBack}>Back: all was well</Button>
      </div>
    </form>
  );
}
