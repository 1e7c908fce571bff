import { useState, type ReactNode, type SubmitEvent } from "react";
import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { number } from "../../ui/number";
import { Sheet } from "../../ui/Sheet";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { useFigureChange, type SiteFigures } from "./siteFigures";

/** One figure: where it comes from, and for leads the site's own in its place. */
export function FigureSheet({
  title,
  unit,
  figure,
  lead,
  before,
  ready = true,
  put,
  onClose,
}: {
  title: string;
  unit: string;
  figure: { value: number | null; source: string; ofSite: boolean; shipped: number | null } | null;
  lead: boolean;
  before?: ReactNode;
  ready?: boolean;
  put: (now: SiteFigures, own: { value: number; source: string } | null) => SiteFigures;
  onClose: () => void;
}) {
  const [value, setValue] = useState(figure?.value?.toString() ?? "");
  const [source, setSource] = useState(figure?.ofSite ? figure.source : "");
  const [reason, setReason] = useState("");
  const change = useFigureChange(onClose);
  const typed = number(value);
  const shown = (one: number | null) => (one === null ? "none is known" : `${one} ${unit}`.trim());
  function submit(event: SubmitEvent) {
    event.preventDefault();
    if (typed !== null) {
      change.mutate({ change: (now) => put(now, { value: typed, source: source.trim() }), reason });
    }
  }
  return (
    <Sheet open onClose={onClose} title={title}>
      {figure && (
        <dl className="mb-4 grid grid-cols-[auto_1fr] gap-x-4">
          <dt className="text-soft">In use</dt>
          <dd>
            <strong>{shown(figure.value)}</strong>
          </dd>
          <dt className="text-soft">Source</dt>
          <dd>{figure.value === null ? "" : figure.ofSite ? `this site: ${figure.source}` : figure.source}</dd>
          {figure.ofSite && (
            <>
              <dt className="text-soft">As shipped</dt>
              <dd>{shown(figure.shipped)}</dd>
            </>
          )}
        </dl>
      )}
      {lead && (
        <form onSubmit={submit} className="flex flex-col gap-4 border-t border-line pt-4">
          <p className="text-soft">
            The site’s own figure becomes part of the site rules: runs started from then on are judged with it, older ones keep theirs.
          </p>
          {before}
          <Field
            label={unit ? `The site’s figure (${unit})` : "The site’s figure"}
            inputMode="decimal"
            required
            value={value}
            error={value !== "" && typed === null ? "A number, like 1.9." : undefined}
            onChange={(event) => setValue(event.target.value)}
          />
          <Field
            label="Where it comes from"
            hint="manual and page, or the measurement and its day"
            required
            value={source}
            onChange={(event) => setSource(event.target.value)}
          />
          <Field label="Why the rules change" required value={reason} onChange={(event) => setReason(event.target.value)} />
          <ErrorMessage error={change.error} />
          <Button kind="act" type="submit" disabled={change.isPending || typed === null || !ready}>
            Put it in force
          </Button>
          {figure?.ofSite && (
            <Button
              disabled={change.isPending || reason.trim() === ""}
              onClick={() => change.mutate({ change: (now) => put(now, null), reason })}
            >
              Back to what ships
            </Button>
          )}
        </form>
      )}
    </Sheet>
  );
}
