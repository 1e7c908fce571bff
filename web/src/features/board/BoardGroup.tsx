import clsx from "clsx";
import { Ban, CircleCheckBig, CircleDashed, Footprints, type LucideIcon } from "lucide-react";
import type { Schemas } from "../../api/client";
import { counted } from "../../ui/counted";
import { word } from "../../ui/shown";

type Line = Schemas["BoardLine"];
export type Status = Line["status"];

const looks: Record<Status, { title: string; icon: LucideIcon; head: string; line: string; none: string }> = {
  READY: { title: "Ready", icon: CircleCheckBig, head: "border-act text-act", line: "border-act", none: "None is ready." },
  BUMP_FIRST: {
    title: "Bump first",
    icon: CircleDashed,
    head: "border-ink border-dashed text-ink",
    line: "border-ink border-dashed",
    none: "None waits for a bump test.",
  },
  DO_NOT_USE: { title: "Do not use", icon: Ban, head: "border-fail text-fail", line: "border-fail bg-fail-wash", none: "None." },
  CHECKED_OUT: { title: "Checked out", icon: Footprints, head: "border-soft text-soft", line: "border-line", none: "None." },
};

/** The detectors of a crew with one status, in type that is read across a room. */
export function BoardGroup({ status, lines, current }: { status: Status; lines: Line[]; current: boolean }) {
  const { title, icon: Icon, head, line, none } = looks[status];
  return (
    <section aria-label={`${title}: ${counted(lines.length, "detector")}`} className="min-w-0">
      <h3 className={clsx("mb-2 flex items-center gap-3 border-b-4 pb-1 text-[clamp(1.5rem,2.4vw,3rem)] leading-tight font-bold", head)}>
        <Icon aria-hidden className="size-[1em] shrink-0" strokeWidth={2.5} />
        {title}
        <span className="ml-auto tabular-nums">{lines.length}</span>
      </h3>
      {lines.length === 0 && <p className="text-[clamp(1rem,1.2vw,1.5rem)] text-soft">{none}</p>}
      <ul className="flex flex-col gap-2">
        {lines.map((one) => (
          <li key={one.serial} className={clsx("border-l-8 py-1 pl-3", current ? line : "border-line")}>
            <p className="flex flex-wrap items-baseline gap-x-3 text-[clamp(1.35rem,1.9vw,2.4rem)] leading-tight font-bold">
              {one.serial}
              <span className="text-[0.65em] font-normal text-soft">
                {[one.model, one.assetTag].filter((part) => part !== "").join(" · ")}
              </span>
            </p>
            <p className="text-[clamp(1rem,1.15vw,1.45rem)] leading-snug">
              {current ? (
                <>
                  {status === "DO_NOT_USE" && <strong>{capital(word(one.state))}. </strong>}
                  {one.reason}
                </>
              ) : (
                "Not known now. Ask at the bench."
              )}
            </p>
          </li>
        ))}
      </ul>
    </section>
  );
}

function capital(word: string): string {
  return word.charAt(0).toUpperCase() + word.slice(1);
}
