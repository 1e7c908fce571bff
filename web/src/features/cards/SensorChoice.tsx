import { Choice, fieldBox } from "../../ui/Field";
import { Formula } from "../../ui/Formula";
import { at, list, text, tree, type Json, type Path, type Tree } from "./card";
import { asFigure, Figure, Group } from "./FieldGroup";
import type { Place } from "./place";

interface Sensors {
  slot: number;
  name: string;
  unit: string;
  setPoint: string;
}

function sensors(place: Place): Sensors[] {
  return list(place.card.sensors)
    .map(tree)
    .map((sensor) => ({
      slot: Number(sensor.slot),
      name: place.choices.gases.find((gas) => gas.value === sensor.gasId)?.symbol ?? text(sensor.gasId),
      unit: place.choices.units.find((unit) => unit.value === sensor.unit)?.word ?? "",
      setPoint: text(sensor.spanSetPoint),
    }));
}

interface Props {
  label: string;
  place: Place;
  path: Path;
}

/** The sensors that a zero or a blank is of. */
export function SlotBoxes({ label, place, path }: Props) {
  const chosen = list(at(place.card, path)).map(Number);
  return (
    <Group label={label}>
      <div className="col-span-full flex flex-wrap gap-x-5">
        {sensors(place).map(({ slot, name }) => (
          <label key={slot} className="flex min-h-11 items-center gap-2">
            <input
              type="checkbox"
              className="size-5 accent-act"
              checked={chosen.includes(slot)}
              onChange={(event) =>
                place.onPut(path, event.target.checked ? [...chosen, slot].sort() : chosen.filter((other) => other !== slot))
              }
            />
            {slot} {name}
          </label>
        ))}
      </div>
    </Group>
  );
}

/** Which sensors meet the gas, for what, and on which concentration. */
export function TargetRows({ label, place, path }: Props) {
  const targets = list(at(place.card, path)).map(tree);
  const of = (slot: number) => targets.find((target) => target.slot === slot);
  const put = (slot: number, changed: Tree | null) =>
    place.onPut(
      path,
      [...targets.filter((target) => target.slot !== slot), ...(changed ? [changed] : [])].sort((a, b) => Number(a.slot) - Number(b.slot)),
    );
  return (
    <Group label={label}>
      <table className="col-span-full w-full max-w-xl text-left">
        <thead className="text-sm text-soft">
          <tr>
            <th className="pr-3 font-normal">Sensor</th>
            <th className="pr-3 font-normal">What for</th>
            <th className="font-normal">On, empty: its set point</th>
          </tr>
        </thead>
        <tbody>
          {sensors(place).map(({ slot, name, unit, setPoint }) => {
            const target = of(slot);
            return (
              <tr key={slot}>
                <th scope="row" className="py-1 pr-3 font-semibold whitespace-nowrap">
                  {slot} <Formula text={name} />
                </th>
                <td className="py-1 pr-3">
                  <select
                    aria-label={`What for, ${name}`}
                    className={fieldBox}
                    value={text(target?.purpose)}
                    onChange={(event) =>
                      put(slot, event.target.value === "" ? null : { setPoint: null, ...target, slot, purpose: event.target.value })
                    }
                  >
                    <option value="">does not meet it</option>
                    {place.choices.purposes.map((purpose) => (
                      <option key={purpose.value} value={purpose.value}>
                        {purpose.word}
                      </option>
                    ))}
                  </select>
                </td>
                <td className="py-1">
                  {target && (
                    <span className="flex items-center gap-2">
                      <input
                        aria-label={`On, ${name}, ${unit}`}
                        className={fieldBox}
                        inputMode="decimal"
                        placeholder={setPoint}
                        value={text(target.setPoint)}
                        onChange={(event) => put(slot, { ...target, setPoint: asFigure(event.target.value) })}
                      />
                      <span className="w-12">{unit}</span>
                    </span>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </Group>
  );
}

/** A small remainder that one more zero may take away. */
export function RemainderFields({ label, place, path }: Props) {
  const remainder = at(place.card, path);
  const left = tree(remainder);
  const put = (changed: Json) => place.onPut(path, changed);
  return (
    <Group label={label}>
      <Choice
        label="Of"
        value={text(left.slot)}
        onChange={(event) => put(event.target.value === "" ? null : { most: left.most ?? null, slot: Number(event.target.value) })}
      >
        <option value="">nothing</option>
        {sensors(place).map(({ slot, name }) => (
          <option key={slot} value={slot}>
            {slot} {name}
          </option>
        ))}
      </Choice>
      {remainder && <Figure label="At most" value={left.most} onPut={(typed) => put({ ...left, most: typed })} />}
    </Group>
  );
}
