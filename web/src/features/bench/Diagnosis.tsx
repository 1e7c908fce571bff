import type { Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { Formula } from "../../ui/Formula";
import { WorkingLines } from "../../ui/Working";
import type { Run } from "./useRun";

type Tried = Schemas["NextView"]["code"] | null;

/** What may be behind what the run shows, the likeliest first, and the one thing to try. */
export function Diagnosis({
  diagnosis,
  sensors,
  lead,
  tried,
  onTried,
}: {
  diagnosis: Schemas["DiagnosisView"];
  sensors: Run["sensors"];
  /** What it is about, where it is not a failure. */
  lead?: string;
  tried?: Tried;
  /** Left out where there is no other try. */
  onTried?: (code: Tried) => void;
}) {
  const next = diagnosis.next;
  const alike = diagnosis.suspects.filter((suspect) => suspect.alike);
  const others = diagnosis.suspects.filter((suspect) => !suspect.alike);
  return (
    <section aria-label="Likely cause" className="border-l-4 border-act bg-sheet px-4 py-3">
      {lead && <p className="mb-1 font-semibold">{lead}</p>}
      {next && (
        <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-2">
          <p className="text-xl">
            {next.atTheBench ? "Try first:" : "What helps:"} <strong>{next.words}</strong>
          </p>
          {onTried && next.atTheBench && (
            <Button
              kind={tried === next.code ? "act" : "plain"}
              aria-pressed={tried === next.code}
              onClick={() => onTried(tried === next.code ? null : next.code)}
            >
              I have done that
            </Button>
          )}
        </div>
      )}
      <Causes
        heading={diagnosis.apart ? "Likely cause" : "Likely causes: the readings cannot tell these apart"}
        suspects={alike}
        sensors={sensors}
      />
      {others.length > 0 && <Causes heading="Less likely" suspects={others} sensors={sensors} />}
    </section>
  );
}

function Causes({ heading, suspects, sensors }: { heading: string; suspects: Schemas["SuspectView"][]; sensors: Run["sensors"] }) {
  const formula = (slot: number | null) => sensors.find((sensor) => sensor.slot === slot)?.formula;
  return (
    <>
      <p className="mt-1 text-soft">{heading}</p>
      <ul>
        {suspects.map((suspect) => (
          <li key={suspect.cause} className="border-t border-line">
            <details className="py-1">
              <summary className="flex min-h-9 cursor-pointer flex-wrap items-center gap-x-3 marker:content-none">
                <span className="w-20 text-right text-lg font-semibold whitespace-nowrap tabular-nums">
                  {suspect.percent < 100 ? suspect.percent : "> 99"} %
                </span>
                <span className="min-w-0 flex-1">
                  {formula(suspect.slot) && (
                    <strong className="mr-2">
                      <Formula text={formula(suspect.slot) ?? ""} />
                    </strong>
                  )}
                  {suspect.words}
                </span>
                <span className="text-act underline underline-offset-4">Why?</span>
              </summary>
              <WorkingLines working={suspect.working} />
            </details>
          </li>
        ))}
      </ul>
    </>
  );
}
