import clsx from "clsx";

export type Verdict = "pass" | "marginal" | "fail" | "not judged";

const colour: Record<Verdict, string> = {
  pass: "text-act",
  marginal: "text-caution",
  fail: "text-fail",
  "not judged": "text-soft",
};

/** Verdicts as shapes, never by colour alone: filled, half-filled, ring with a bar, dotted ring. */
export function MarkShape({ verdict, x = 8, y = 8, r = 6 }: { verdict: Verdict; x?: number; y?: number; r?: number }) {
  return (
    <g className={colour[verdict]} stroke="currentColor" strokeWidth={r / 3.2} fill="none">
      {verdict === "pass" && <circle cx={x} cy={y} r={r} fill="currentColor" />}
      {verdict === "marginal" && (
        <>
          <circle cx={x} cy={y} r={r} className="fill-sheet" />
          <path d={`M${x} ${y - r} A${r} ${r} 0 0 0 ${x} ${y + r} Z`} fill="currentColor" />
        </>
      )}
      {verdict === "fail" && (
        <>
          <circle cx={x} cy={y} r={r} className="fill-sheet" />
          <path d={`M${x} ${y - r * 1.35} V${y + r * 1.35}`} />
        </>
      )}
      {verdict === "not judged" && <circle cx={x} cy={y} r={r} strokeDasharray={`${r / 3} ${r / 2}`} />}
    </g>
  );
}

export function Mark({ verdict, word = true, large = false }: { verdict: string; word?: boolean; large?: boolean }) {
  const known = (verdict in colour ? verdict : "not judged") as Verdict;
  return (
    <span className={clsx("inline-flex items-baseline gap-1.5 whitespace-nowrap", large && "text-lg font-semibold")}>
      <svg
        viewBox="-1 -1 18 18"
        className={clsx("self-center", large ? "size-6" : "size-4")}
        aria-hidden={word}
        role={word ? undefined : "img"}
        aria-label={word ? undefined : known}
      >
        <MarkShape verdict={known} />
      </svg>
      {word && <span>{known}</span>}
    </span>
  );
}
