import type { Schemas } from "../../api/client";

/** It may set detectors today. */
export function isInUse(cylinder: Schemas["CylinderView"]): boolean {
  return cylinder.status === "IN_DATE" || cylinder.status === "EXPIRES_SOON";
}
