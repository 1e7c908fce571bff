import clsx from "clsx";
import { useId, type KeyboardEvent, type ReactNode } from "react";

/** One part of a card: read as words, opened to be changed. */
export function Part({
  number,
  title,
  lines,
  problem,
  open,
  onToggle,
  onMove,
  children,
}: {
  number?: number;
  title: string;
  lines: string[];
  problem?: string;
  open?: boolean;
  onToggle?: () => void;
  onMove?: (by: -1 | 1) => void;
  children?: ReactNode;
}) {
  const body = useId();
  const move = (event: KeyboardEvent) => {
    if (event.altKey && (event.key === "ArrowUp" || event.key === "ArrowDown") && onMove) {
      event.preventDefault();
      onMove(event.key === "ArrowUp" ? -1 : 1);
    }
  };
  const head = (
    <>
      <span className="w-7 shrink-0 text-right font-mono text-soft tabular-nums">{number}</span>
      <span className="w-36 shrink-0 font-semibold">{title}</span>
      <span className="min-w-0 grow">
        {lines.map((line, i) => (
          <span key={i} className={clsx(i > 0 && "text-soft")}>
            {i > 0 && " · "}
            {line}
          </span>
        ))}
        {problem && <span className="block font-semibold text-fail">{problem}</span>}
      </span>
    </>
  );
  const row = "flex w-full flex-wrap items-start gap-x-3 px-2 py-2 text-left sm:flex-nowrap";
  return (
    <li
      className={clsx("border-b border-line", open && "border-l-4 border-l-act bg-sheet", problem && !open && "border-l-4 border-l-fail")}
    >
      {onToggle ? (
        <button
          type="button"
          aria-expanded={open}
          aria-controls={open ? body : undefined}
          className={clsx(row, "min-h-11 hover:bg-band")}
          onClick={onToggle}
          onKeyDown={move}
        >
          {head}
        </button>
      ) : (
        <div className={row}>{head}</div>
      )}
      {open && (
        <div id={body} className="px-3 pt-1 pb-4 sm:pl-12">
          {children}
        </div>
      )}
    </li>
  );
}
