import clsx from "clsx";
import { word } from "./shown";

export type Verdict = "PASS" | "MARGINAL" | "FAIL" | "NOT_JUDGED";

/** The verdict of a certificate, which is a document in words. */
export const verdictOf = (words: string) => words.toUpperCase().replace(" ", "_") as Verdict;

const colour: Record<Verdict, string> = {
  PASS: "text-act",
  MARGINAL: "text-caution",
  FAIL: "text-fail",
  NOT_JUDGED: "text-soft",
};

/** Verdicts as shapes, never by colour alone: filled, half-filled, ring with a bar, dotted ring. */
export function MarkShape({ verdict, x = 8, y = 8, r = 6 }: { verdict: Verdict; x?: number; y?: number; r?: number }) {
  return (
    <g className={colour[verdict]} stroke="currentColor" strokeWidth={r / 3.2} fill="none">
      {verdict === "PASS" && <circle cx={x} cy={y} r={r} fill="currentColor" />}
      {verdict === "MARGINAL" && (
        <>
          <circle cx={x} cy={y} r={r} className="fill-sheet" />
          <path d={`M${x} ${y - r} A${r} ${r} 0 0 0 ${x} ${y + r} Z`} fill="currentColor" />
        </>
      )}
      {verdict === "FAIL" && (
        <>
          <circle cx={x} cy={y} r={r} className="fill-sheet" />
          <path d={`M${x} ${y - r * 1.35} V${y + r * 1.35}`} />
        </>
      )}
      {verdict === "NOT_JUDGED" && <circle cx={x} cy={y} r={r} strokeDasharray={`${r / 3} ${r / 2}`} />}
    </g>
  );
}

export function Mark({ verdict, named = true, large = false }: { verdict: Verdict; named?: boolean; large?: boolean }) {
  return (
    <span className={clsx("inline-flex items-baseline gap-1.5 whitespace-nowrap", large && "text-lg font-semibold")}>
      <svg
        viewBox="-1 -1 18 18"
        className={clsx("self-center", large ? "size-6" : "size-4")}
        aria-hidden={named}
        role={named ? undefined : "img"}
        aria-label={named ? undefined : word(verdict)}
      >
        <MarkShape verdict={verdict} />
      </svg>
      {named && <span>{word(verdict)}</span>}
    </span>
  );
}
