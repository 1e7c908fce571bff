import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { Choice as Select, Field } from "../../ui/Field";
import { number } from "../../ui/number";
import { equipmentQuery } from "../gas/queries";

export type Rig = Schemas["Rig"];

export const deliveryWords: Record<Rig["delivery"], string> = {
  CUP: "cup",
  TEE: "tee, open end",
  DIRECT: "straight on the inlet",
  BAG: "bag",
  STATION: "bench station",
};

const regulatorWords: Record<Rig["regulator"]["kind"], string> = { FIXED: "fixed flow", ADJUSTABLE: "adjustable", DEMAND: "demand flow" };

const tubingWords: Record<Rig["tubing"]["material"], string> = {
  PVC: "soft PVC",
  SILICONE: "silicone",
  PTFE: "PTFE",
  LOW_ABSORPTION: "low-absorption",
};

export function rigWords(rig: Rig): string {
  const flow = rig.regulator.kind === "DEMAND" ? "" : ` ${rig.regulator.litresPerMinute} L/min`;
  return `${regulatorWords[rig.regulator.kind]}${flow} → ${rig.tubing.line.metres} m ${tubingWords[rig.tubing.material]} → ${deliveryWords[rig.delivery]}`;
}

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
        regulator: { ...rig.regulator, kind, litresPerMinute: kind === "DEMAND" ? 0 : (litres ?? 0) },
        delivery,
        tubing: { material, line: { ...rig.tubing.line, metres: long ?? 0 } },
      });
    }
  }

  const { kind } = rig.regulator;
  const { delivery } = rig;
  const { material } = rig.tubing;
  return (
    <section aria-label="Rig" className="mb-4 border-l-4 border-act pl-3">
      <p className="flex flex-wrap items-baseline gap-x-3">
        <span className="text-soft">Brought by</span> <strong>{rigWords(rig)}</strong>
        <Button kind="quiet" className="px-0" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? "Done" : "Change"}
        </Button>
      </p>
      {open && (
        <RegulatorAtHand
          onPick={(regulator) => {
            setFlow(String(regulator.litresPerMinute || ""));
            onChange({ ...rig, regulator });
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

/** A regulator of the bench, with the flow that was measured on it last. */
function RegulatorAtHand({ onPick }: { onPick: (regulator: Rig["regulator"]) => void }) {
  const equipment = useQuery(equipmentQuery);
  const regulators =
    equipment.data?.flatMap((one) => (one.regulator && one.standing !== "FAILED" ? [{ ...one, regulator: one.regulator }] : [])) ?? [];
  if (regulators.length === 0) {
    return null;
  }
  return (
    <Select
      label="Regulator of the bench"
      className="max-w-md pb-2"
      defaultValue=""
      onChange={(event) => {
        const picked = regulators.find((one) => one.tag === event.target.value);
        if (picked) {
          onPick(picked.regulator);
        }
      }}
    >
      <option value="">as the manual asks for it</option>
      {regulators.map((one) => (
        <option key={one.tag} value={one.tag}>
          {one.tag}: {regulatorWords[one.regulator.kind]}
          {one.regulator.litresPerMinute > 0 ? ` ${one.regulator.litresPerMinute} L/min` : ""}
          {one.regulator.family ? `, only for ${one.regulator.family}` : ""}
          {one.standing === "DUE" ? " (check due)" : ""}
        </option>
      ))}
    </Select>
  );
}
