import { rigWords, type Rig } from "./rig";

/** What stands at the end of the tubing, drawn in the same line. */
const ends: Record<Rig["delivery"], string> = {
  CUP: "M206 8 h34 q14 11 0 22 h-34 Z",
  TEE: "M206 19 H262 M234 19 V4 M228 10 L234 3 L240 10",
  DIRECT: "M206 19 H238 M238 8 h22 v22 h-22 Z",
  BAG: "M206 19 q26 -22 52 0 q-26 22 -52 0",
  STATION: "M206 4 h54 v30 h-54 Z M206 19 h14",
};

const endWords: Record<Rig["delivery"], string> = { CUP: "cup", TEE: "open tee", DIRECT: "inlet", BAG: "bag", STATION: "station" };

const shortTubing: Record<Rig["tubing"]["material"], string> = {
  PVC: "PVC",
  SILICONE: "silicone",
  PTFE: "PTFE",
  LOW_ABSORPTION: "low-abs.",
};

/** A rig as one line: cylinder, regulator with its flow, tubing, what goes over the sensors. */
export function RigDrawing({ rig, from, exact = false }: { rig: Rig; from: string; exact?: boolean }) {
  const { regulator, tubing } = rig;
  return (
    <svg viewBox="0 0 270 46" className="my-2 w-full max-w-sm" role="img" aria-label={`${from}, ${rigWords(rig)}`}>
      <g className="fill-none stroke-ink" strokeWidth="2">
        <rect x="2" y="8" width="46" height="22" rx="8" />
        <path d="M48 19 H78 M102 19 H206" />
        <circle cx="90" cy="19" r="12" />
        <path d={ends[rig.delivery]} />
      </g>
      <text x="116" y="14" className="fill-ink text-[13px]">
        {regulator.kind === "DEMAND" ? "on demand" : `${regulator.litresPerMinute} L/min`}
      </text>
      <g className="fill-soft text-[12px]">
        <text x="2" y="44">
          cylinder
        </text>
        <text x="70" y="44">
          {regulator.tag || "regulator"}
        </text>
        <text x={exact ? 122 : 136} y="44">
          {exact ? `${tubing.line.metres} m ${shortTubing[tubing.material]}` : "tubing"}
        </text>
        <text x="212" y="44">
          {endWords[rig.delivery]}
        </text>
      </g>
    </svg>
  );
}
