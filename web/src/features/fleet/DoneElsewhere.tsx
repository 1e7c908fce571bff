import { useQuery } from "@tanstack/react-query";
import { getRouteApi } from "@tanstack/react-router";
import { useState } from "react";
import { Loading } from "../../ui/ErrorMessage";
import { LaboratorySheet } from "./LaboratorySheet";
import { PaperSheet } from "./PaperSheet";
import { detectorQuery, modelsQuery } from "./queries";

const route = getRouteApi("/shell/detectors/$serial/elsewhere");

const places = [
  { value: "paper", word: "here, on paper" },
  { value: "laboratory", word: "at a laboratory" },
] as const;

/** A job that was not done on this bench, typed in afterwards. */
export function DoneElsewhere() {
  const { serial } = route.useParams();
  const detector = useQuery(detectorQuery(serial));
  const models = useQuery(modelsQuery);
  const [place, setPlace] = useState<"paper" | "laboratory">("paper");
  if (!detector.data || !models.data) {
    return <Loading what="the sheet" />;
  }
  const slots = models.data.find((m) => m.model === detector.data.detector.model)?.slots ?? [];
  const sensors = detector.data.sensors.map((sensor) => ({ ...sensor, unit: slots.find((slot) => slot.slot === sensor.slot)?.unit }));
  return (
    <div className="mx-auto flex w-full max-w-3xl flex-col gap-4 px-4 py-4">
      <div>
        <h1 className="text-3xl font-bold">
          Record work done elsewhere: <span className="whitespace-nowrap">{serial}</span>
        </h1>
        <p className="text-soft">{detector.data.detector.model}</p>
      </div>
      <fieldset className="flex flex-wrap gap-2">
        <legend className="mb-1 font-semibold">It was done</legend>
        {places.map(({ value, word }) => (
          <label
            key={value}
            className="flex min-h-11 cursor-pointer items-center border border-ink px-4 has-checked:border-act has-checked:bg-act has-checked:text-on-act has-focus-visible:outline-2"
          >
            <input type="radio" name="place" className="sr-only" checked={place === value} onChange={() => setPlace(value)} />
            {word}
          </label>
        ))}
      </fieldset>
      {place === "paper" ? <PaperSheet serial={serial} sensors={sensors} /> : <LaboratorySheet serial={serial} sensors={sensors} />}
    </div>
  );
}
