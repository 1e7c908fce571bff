import { useState } from "react";
import type { Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Field";
import { Formula } from "../../ui/Formula";
import { FigureSheet } from "./FigureSheet";
import { FigureButton } from "./FigureButton";
import { withCell } from "./siteFigures";

type Library = Schemas["GasLibraryView"];

/** What electrochemical sensors show for gases that they were not made for. */
export function CrossTable({ library, lead }: { library: Library; lead: boolean }) {
  const [open, setOpen] = useState<{ sensor: string; gas: string } | null>(null);
  const gas = (id: string) => library.gases.find((one) => one.id === id);
  const sensors = [...new Set(library.cross.map((pair) => pair.sensorGas))];
  const chosen = open && library.cross.find((pair) => pair.sensorGas === open.sensor && pair.gas === open.gas);
  return (
    <section aria-labelledby="cross" className="mt-8">
      <div className="mb-1 flex flex-wrap items-center justify-between gap-3">
        <h2 id="cross" className="text-xl font-bold">
          Cross-sensitivities of electrochemical sensors
        </h2>
        {lead && <Button onClick={() => setOpen({ sensor: "", gas: "" })}>Add a pair of the site</Button>}
      </div>
      <p className="mb-2 max-w-3xl text-soft">
        What the sensor displays, in % of the concentration of the other gas. Every maker’s sensor differs.
      </p>
      <dl>
        {sensors.map((sensor) => (
          <div key={sensor} className="grid gap-x-4 border-t border-line py-1 sm:grid-cols-[12rem_minmax(0,1fr)]">
            <dt className="py-2 font-semibold">{gas(sensor)?.name ?? sensor}</dt>
            <dd className="flex flex-wrap gap-x-5">
              {library.cross
                .filter((pair) => pair.sensorGas === sensor)
                .map((pair) => (
                  <FigureButton
                    key={pair.gas}
                    ofSite={pair.ofSite}
                    label={`${gas(sensor)?.name ?? sensor} sensor in ${gas(pair.gas)?.name ?? pair.gas}: ${pair.percent} %`}
                    onClick={() => setOpen({ sensor, gas: pair.gas })}
                  >
                    <span className="text-soft">
                      <Formula text={gas(pair.gas)?.formula ?? pair.gas} />
                    </span>{" "}
                    {pair.percent.toString().replace("-", "−")} %
                  </FigureButton>
                ))}
            </dd>
          </div>
        ))}
      </dl>
      {open && (
        <FigureSheet
          key={chosen ? "known" : "new"}
          title={chosen ? `${gas(open.sensor)?.name ?? ""} sensor in ${(gas(open.gas)?.name ?? "").toLowerCase()}` : "A pair of the site"}
          unit="%"
          lead={lead}
          figure={chosen ? { ...chosen, value: chosen.percent } : null}
          ready={open.sensor !== "" && open.gas !== ""}
          before={
            !chosen && (
              <>
                <GasChoice label="Sensor for" library={library} value={open.sensor} onPick={(sensor) => setOpen({ ...open, sensor })} />
                <GasChoice
                  label="Shows, of this gas"
                  library={library}
                  value={open.gas}
                  onPick={(other) => setOpen({ ...open, gas: other })}
                />
              </>
            )
          }
          put={(now, own) => withCell(now, open.sensor, open.gas, own && { percent: own.value, source: own.source })}
          onClose={() => setOpen(null)}
        />
      )}
    </section>
  );
}

function GasChoice({ label, library, value, onPick }: { label: string; library: Library; value: string; onPick: (gas: string) => void }) {
  return (
    <Choice label={label} value={value} required onChange={(event) => onPick(event.target.value)}>
      <option value="">choose …</option>
      {library.gases.map((gas) => (
        <option key={gas.id} value={gas.id}>
          {gas.name}
        </option>
      ))}
    </Choice>
  );
}
