import { CircleDashed, CircleDot, CircleOff, CircleSlash } from "lucide-react";
import type { Schemas } from "../../api/client";
import { atTime } from "../../app/dates";

/** Whether it is heard, as a mark and a word. */
export function Heard({ gateway, zone }: { gateway: Pick<Schemas["Gateway"], "standing" | "lastHeardAt">; zone: string }) {
  const heard = gateway.lastHeardAt ? atTime(gateway.lastHeardAt, zone) : "";
  switch (gateway.standing) {
    case "HEARD":
      return (
        <span className="inline-flex items-center gap-2 font-semibold text-act">
          <CircleDot aria-hidden className="size-5" /> heard just now
        </span>
      );
    case "SILENT":
      return (
        <span className="inline-flex items-center gap-2 font-semibold text-fail">
          <CircleSlash aria-hidden className="size-5" /> silent since {heard}
        </span>
      );
    case "NEVER_HEARD":
      return (
        <span className="inline-flex items-center gap-2">
          <CircleDashed aria-hidden className="size-5" /> never heard yet
        </span>
      );
    case "REVOKED":
      return (
        <span className="inline-flex items-center gap-2 text-soft">
          <CircleOff aria-hidden className="size-5" /> revoked
        </span>
      );
  }
}
