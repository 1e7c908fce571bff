import clsx from "clsx";
import type { ReactNode } from "react";

/** A rule with its answer beside it; a bar marks what differs from what is in force. */
export function RuleRow({ id, label, changed, children }: { id: string; label: string; changed: boolean; children: ReactNode }) {
  return (
    <div
      className={clsx(
        "grid gap-x-4 border-b border-line py-1 sm:grid-cols-[19rem_minmax(0,1fr)]",
        changed && "border-l-4 border-l-caution pl-3 sm:-ml-4",
      )}
    >
      <label htmlFor={id} className="py-2.5 font-semibold">
        {label}
      </label>
      <div className="flex flex-wrap items-center gap-x-3">{children}</div>
    </div>
  );
}
