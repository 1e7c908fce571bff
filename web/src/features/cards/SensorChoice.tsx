import { Choice } from "../../ui/Field";
import { at, list, text, tree, type Json, type Path, type Tree } from "./card";
import { Figure, Group } from "./FieldGroup";
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
      {sensors(place).map(({ slot, name, unit, setPoint }) => {
        const target = of(slot);
        return (
          <div key={slot} className="col-span-full grid items-end gap-3 sm:grid-cols-[5rem_12rem_14rem]">
            <span className="flex min-h-11 items-center font-semibold">
              {slot} {name}
            </span>
            <Choice
              label={`What for, ${name}`}
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
            </Choice>
            {target && (
              <Figure
                label={`On (${unit}), empty: ${setPoint}`}
                value={target.setPoint}
                onPut={(typed) => put(slot, { ...target, setPoint: typed })}
              />
            )}
          </div>
        );
      })}
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
