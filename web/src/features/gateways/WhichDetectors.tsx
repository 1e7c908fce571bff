import { useQuery } from "@tanstack/react-query";
import type { Schemas } from "../../api/client";
import { LongField } from "../../ui/Field";
import { modelsQuery } from "../fleet/queries";

export type Which = Schemas["Which"];

export const none: Which = { all: false, models: [], serials: [] };

/** All detectors, those of some models, or some by their serials. */
export function WhichDetectors({ which, onChange }: { which: Which; onChange: (which: Which) => void }) {
  const models = useQuery(modelsQuery);
  return (
    <fieldset className="flex flex-col gap-3">
      <legend className="mb-1 font-semibold">Which detectors does it read?</legend>
      <Tick checked={which.all} onTick={(all) => onChange({ ...which, all })}>
        All that the site has now
      </Tick>
      {!which.all && (
        <>
          <div className="grid gap-x-4 sm:grid-cols-2">
            {models.data?.map(({ model }) => (
              <Tick
                key={model}
                checked={which.models.includes(model)}
                onTick={(on) => onChange({ ...which, models: on ? [...which.models, model] : which.models.filter((one) => one !== model) })}
              >
                {model}
              </Tick>
            ))}
          </div>
          <LongField
            label="Others, by serial"
            hint="one a line"
            rows={3}
            value={which.serials.join("\n")}
            onChange={(event) => onChange({ ...which, serials: event.target.value.split("\n") })}
          />
        </>
      )}
    </fieldset>
  );
}

function Tick({ checked, onTick, children }: { checked: boolean; onTick: (on: boolean) => void; children: string }) {
  return (
    <label className="flex min-h-11 items-center gap-3">
      <input type="checkbox" className="size-5 accent-act" checked={checked} onChange={(event) => onTick(event.target.checked)} />
      {children}
    </label>
  );
}
