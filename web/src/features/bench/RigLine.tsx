import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Button } from "../../ui/Button";
import { Choice as Select, Field } from "../../ui/Field";
import { number } from "../../ui/number";
import { deliveryWords, regulatorOnBench, regulatorWords, rigWords, tubingWords, type Rig } from "../../ui/rig";
import { equipmentQuery, rigsQuery } from "../gas/queries";

/** How the gas gets to the sensors: as the manual asks for it, until it is changed. */
export function RigLine({ rig, onChange }: { rig: Rig; onChange: (rig: Rig) => void }) {
  const [open, setOpen] = useState(false);
  const [flow, setFlow] = useState(String(rig.regulator.litresPerMinute || 0.5));
  const [metres, setMetres] = useState(String(rig.tubing.line.metres));
  const [wrong, setWrong] = useState<{ flow?: string; metres?: string }>({});

  function change(
    kind: Rig["regulator"]["kind"],
    flowText: string,
    delivery: Rig["delivery"],
    material: Rig["tubing"]["material"],
    length: string,
  ) {
    const litres = number(flowText);
    const long = number(length);
    const found = {
      ...(kind !== "DEMAND" && (litres === null || litres <= 0 || litres > 20) && { flow: "above 0, at most 20 L/min" }),
      ...((long === null || long <= 0 || long > 100) && { metres: "above 0, at most 100 m" }),
    };
    setWrong(found);
    if (Object.keys(found).length === 0) {
      onChange({
        regulator:
          kind === rig.regulator.kind && (kind === "DEMAND" || litres === rig.regulator.litresPerMinute)
            ? rig.regulator
            : { kind, litresPerMinute: kind === "DEMAND" ? 0 : (litres ?? 0), family: rig.regulator.family, tag: "", checkDue: null },
        delivery,
        tubing: { material, line: { ...rig.tubing.line, metres: long ?? 0 } },
      });
    }
  }

  const { kind } = rig.regulator;
  const { delivery } = rig;
  const { material } = rig.tubing;
  return (
    <section aria-label="Gas path" className="mb-4 border-l-4 border-act pl-3">
      <p className="flex flex-wrap items-baseline gap-x-3">
        <span className="text-soft">Gas path</span> <strong>{rigWords(rig)}</strong>
        <Button kind="quiet" className="px-0" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? "Done" : "Change"}
        </Button>
      </p>
      {open && (
        <EquipmentChoice
          rig={rig}
          onPick={(picked) => {
            setFlow(String(picked.regulator.litresPerMinute || ""));
            setMetres(String(picked.tubing.line.metres));
            onChange(picked);
          }}
        />
      )}
      {open && (
        <div className="grid grid-cols-2 gap-3 pb-2 sm:grid-cols-5">
          <Select
            label="Regulator"
            value={kind}
            onChange={(event) => change(event.target.value as typeof kind, flow, delivery, material, metres)}
          >
            {Object.entries(regulatorWords).map(([value, word]) => (
              <option key={value} value={value}>
                {word}
              </option>
            ))}
          </Select>
          <Field
            label="Flow, L/min"
            inputMode="decimal"
            disabled={kind === "DEMAND"}
            error={wrong.flow}
            value={kind === "DEMAND" ? "" : flow}
            onChange={(event) => {
              setFlow(event.target.value);
              change(kind, event.target.value, delivery, material, metres);
            }}
          />
          <Select
            label="Delivery"
            value={delivery}
            onChange={(event) => change(kind, flow, event.target.value as typeof delivery, material, metres)}
          >
            {Object.entries(deliveryWords).map(([value, word]) => (
              <option key={value} value={value}>
                {word}
              </option>
            ))}
          </Select>
          <Select
            label="Tubing"
            value={material}
            onChange={(event) => change(kind, flow, delivery, event.target.value as typeof material, metres)}
          >
            {Object.entries(tubingWords).map(([value, word]) => (
              <option key={value} value={value}>
                {word}
              </option>
            ))}
          </Select>
          <Field
            label="Length, m"
            inputMode="decimal"
            error={wrong.metres}
            value={metres}
            onChange={(event) => {
              setMetres(event.target.value);
              change(kind, flow, delivery, material, event.target.value);
            }}
          />
        </div>
      )}
    </section>
  );
}

/** Saved gas set-ups, and regulators with the flow that was last measured on them. */
function EquipmentChoice({ rig, onPick }: { rig: Rig; onPick: (rig: Rig) => void }) {
  const equipment = useQuery(equipmentQuery);
  const rigs = useQuery(rigsQuery);
  const regulators =
    equipment.data?.flatMap((one) => (one.regulator && one.standing !== "FAILED" ? [{ ...one, regulator: one.regulator }] : [])) ?? [];
  const ready = rigs.data?.flatMap((one) => (one.rig ? [{ name: one.name, rig: one.rig }] : [])) ?? [];
  return (
    <div className="grid max-w-3xl gap-3 pb-2 sm:grid-cols-2">
      {ready.length > 0 && (
        <Select
          label="Saved gas set-up"
          defaultValue=""
          onChange={(event) => {
            const picked = ready.find((one) => one.name === event.target.value);
            if (picked) {
              onPick(picked.rig);
            }
          }}
        >
          <option value="">none of them</option>
          {ready.map((one) => (
            <option key={one.name} value={one.name}>
              {one.name}: {one.rig.regulator.tag} → {deliveryWords[one.rig.delivery]}
            </option>
          ))}
        </Select>
      )}
      {regulators.length > 0 && (
        <Select
          label="Regulator of the bench"
          value={rig.regulator.tag}
          onChange={(event) => {
            const picked = regulators.find((one) => one.tag === event.target.value);
            onPick({ ...rig, regulator: picked ? picked.regulator : { ...rig.regulator, tag: "", checkDue: null } });
          }}
        >
          <option value="">as the manual asks for it</option>
          {regulators.map((one) => (
            <option key={one.tag} value={one.tag}>
              {regulatorOnBench(one.regulator)}
              {one.standing === "DUE" ? " (check due)" : ""}
            </option>
          ))}
        </Select>
      )}
    </div>
  );
}
