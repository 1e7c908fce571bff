import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api } from "../../api/client";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Field";
import { Mark } from "../../ui/Mark";
import { ErrorMessage } from "../../ui/ErrorMessage";

/** What the card comes to for a sensor that responds with 30, 60 and 100 %: what its reading mode and its grading do. */
export function ResponseTrials({ card, sensors }: { card: string | null; sensors: { slot: number; name: string }[] }) {
  const [chosen, setChosen] = useState(sensors[0]?.slot ?? 1);
  const slot = sensors.some((sensor) => sensor.slot === chosen) ? chosen : (sensors[0]?.slot ?? 1);
  const trials = useMutation({
    mutationFn: (text: string) => answer(api.POST("/api/v1/card-response-trials", { body: { card: text, slot } })),
  });
  return (
    <section aria-labelledby="response-trials">
      <h2 id="response-trials" className="mb-2 text-xl font-bold">
        Weak sensor
      </h2>
      <Choice label="Sensor" value={slot} onChange={(event) => setChosen(Number(event.target.value))}>
        {sensors.map((sensor) => (
          <option key={sensor.slot} value={sensor.slot}>
            {sensor.name}
          </option>
        ))}
      </Choice>
      <Button
        kind="outline"
        className="mt-3 w-full"
        disabled={card === null || trials.isPending}
        onClick={() => card !== null && trials.mutate(card)}
      >
        Try 30, 60 and 100 % of its response
      </Button>
      <ErrorMessage error={trials.error} />
      {trials.data && (
        <ul role="status" className="mt-3">
          {trials.data.map((trial) => (
            <li key={trial.percent} className="border-t border-line py-1">
              <p className="flex items-center gap-3">
                <strong className="w-14 text-right tabular-nums">{trial.percent} %</strong>
                {trial.stuck ? <strong className="text-fail">does not come to an end</strong> : <Mark verdict={trial.verdict} />}
              </p>
              <p className="text-sm text-soft">{trial.stuck ?? trial.how.join(" · ")}</p>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
