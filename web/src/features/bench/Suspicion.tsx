import type { Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { WorkingLines } from "../../ui/Working";

/** What may be behind the failure, the likeliest first, and the one thing to try. */
export function Suspicion({
  suspicion,
  pressed,
  onTried,
}: {
  suspicion: Schemas["SuspicionView"];
  pressed?: string;
  /** Left out where there is no other try. */
  onTried?: (words: string) => void;
}) {
  return (
    <section aria-label="What to suspect" className="border-l-4 border-act bg-sheet px-4 py-3">
      {suspicion.next && (
        <div className="mb-2 flex flex-wrap items-center gap-x-4 gap-y-2">
          <p className="text-xl">
            {suspicion.atTheBench ? "Try first:" : "What helps:"} <strong>{suspicion.next}</strong>
          </p>
          {onTried && suspicion.atTheBench && (
            <Button
              kind={pressed === suspicion.next ? "act" : "plain"}
              aria-pressed={pressed === suspicion.next}
              onClick={() => onTried(pressed === suspicion.next ? "" : (suspicion.next ?? ""))}
            >
              I have done that
            </Button>
          )}
        </div>
      )}
      <p className="text-soft">
        {suspicion.apart ? "Suspected, the likeliest first" : "The first of these cannot be told apart by what was seen"}
      </p>
      <ol>
        {suspicion.suspects.map((suspect, i) => (
          <li key={suspect.words} className="border-t border-line">
            <details className="py-1">
              <summary className="flex min-h-9 cursor-pointer flex-wrap items-center gap-x-3 marker:content-none">
                <span className="text-soft tabular-nums">{i + 1}</span>
                <span className={i === 0 ? "font-semibold" : ""}>{suspect.words}</span>
                <span className="ml-auto text-act underline underline-offset-4">Why?</span>
              </summary>
              <WorkingLines working={suspect.working} />
            </details>
          </li>
        ))}
      </ol>
    </section>
  );
}
