import type { Schemas } from "../api/client";

export type Rig = Schemas["Rig"];

export const deliveryWords: Record<Rig["delivery"], string> = {
  CUP: "cup",
  TEE: "tee, open end",
  DIRECT: "straight on the inlet",
  BAG: "bag",
  STATION: "bench station",
};

export const regulatorWords: Record<Rig["regulator"]["kind"], string> = {
  FIXED: "fixed flow",
  ADJUSTABLE: "adjustable",
  DEMAND: "demand flow",
};

export const tubingWords: Record<Rig["tubing"]["material"], string> = {
  PVC: "soft PVC",
  SILICONE: "silicone",
  PTFE: "PTFE",
  LOW_ABSORPTION: "low-absorption",
};

/** A regulator of the bench in one line: "R-02: fixed flow 0.5 L/min, only for isobutylene". */
export function regulatorOnBench(regulator: Rig["regulator"]): string {
  const flow = regulator.litresPerMinute > 0 ? ` ${regulator.litresPerMinute} L/min` : "";
  return `${regulator.tag}: ${regulatorWords[regulator.kind]}${flow}${regulator.family ? `, only for ${regulator.family} gases` : ""}`;
}

/** A rig in one line, from the regulator to the sensors. */
export function rigWords(rig: Rig): string {
  const flow = rig.regulator.kind === "DEMAND" ? "" : ` ${rig.regulator.litresPerMinute} L/min`;
  return `${regulatorWords[rig.regulator.kind]}${flow} → ${rig.tubing.line.metres} m ${tubingWords[rig.tubing.material]} → ${deliveryWords[rig.delivery]}`;
}
