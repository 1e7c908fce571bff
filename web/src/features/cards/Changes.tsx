import clsx from "clsx";
import type { Schemas } from "../../api/client";

const signs: Record<string, { sign: string; says: string; look: string }> = {
  gone: { sign: "−", says: "gone: ", look: "bg-fail-wash" },
  new: { sign: "+", says: "new: ", look: "bg-band" },
  same: { sign: "", says: "", look: "text-soft" },
};

/** What one version of a card says otherwise than another: only the parts that differ, each line with its sign. */
export function Changes({ changes }: { changes: Schemas["CardChange"][] }) {
  return (
    <ol className="flex flex-col gap-3">
      {changes.map((change, i) => (
        <li key={i}>
          <p className="font-semibold">
            {change.title}
            {change.mark !== "same" && <span className="font-normal text-soft"> {change.mark === "new" ? "is new" : "is gone"}</span>}
          </p>
          <ul className="text-sm">
            {change.lines.map((line, n) => (
              <li key={n} className={clsx("flex gap-2 px-1", signs[line.mark]?.look)}>
                <span aria-hidden className="w-3 shrink-0 font-mono font-bold">
                  {signs[line.mark]?.sign}
                </span>
                <span className="min-w-0 break-words">
                  <span className="sr-only">{signs[line.mark]?.says}</span>
                  {line.text}
                </span>
              </li>
            ))}
          </ul>
        </li>
      ))}
    </ol>
  );
}
