import type { ReactNode } from "react";

/** A figure that opens with its source; one of the site says so. */
export function FigureButton({
  label,
  ofSite,
  onClick,
  children,
}: {
  label: string;
  ofSite: boolean;
  onClick: () => void;
  children: ReactNode;
}) {
  return (
    <button
      type="button"
      aria-label={`${label}${ofSite ? ", figure of the site" : ""}`}
      className="inline-flex min-h-9 min-w-9 items-center justify-end gap-1 underline decoration-dotted underline-offset-4 hover:bg-band"
      onClick={onClick}
    >
      <span>{children}</span>
      {ofSite && <span className="border border-act px-1 text-xs font-semibold text-act">site</span>}
    </button>
  );
}
