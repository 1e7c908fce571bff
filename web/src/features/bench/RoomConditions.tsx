import { Field } from "../../ui/Field";
import { number } from "../../ui/number";
import type { Run } from "./useRun";

type Condition = NonNullable<Run["conditions"]>[number];

/** Temperature and pressure at the bench, for the certificate and for sensors that feel the pressure; nobody has to enter them. */
export function RoomConditions({
  conditions,
  typed,
  onChange,
}: {
  conditions: Condition[];
  typed: Record<string, string>;
  onChange: (typed: Record<string, string>) => void;
}) {
  return (
    <section aria-label="Conditions at the bench" className="border-t border-line pt-3">
      <h2 className="text-lg font-bold">
        Conditions at the bench <span className="text-base font-normal text-soft">optional, for the certificate</span>
      </h2>
      {conditions.some((one) => one.counts) && <p>Read the barometer: without it the uncertainty allows for ±1.5 % of pressure.</p>}
      <div className="mt-1 flex flex-wrap items-start gap-x-5 gap-y-2">
        {conditions.map((one) => {
          const text = typed[one.quantity] ?? "";
          return (
            <Field
              key={one.quantity}
              label={`${one.label}, ${one.unit}`}
              hint={one.value === null ? undefined : `saved: ${one.value} ${one.unit}`}
              error={text.trim() !== "" && number(text) === null ? "a number, such as 20.5" : undefined}
              inputMode="decimal"
              autoComplete="off"
              className="w-72"
              value={text}
              onChange={(event) => onChange({ ...typed, [one.quantity]: event.target.value })}
            />
          );
        })}
      </div>
    </section>
  );
}
