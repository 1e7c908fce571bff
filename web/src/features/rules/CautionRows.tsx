import { useId } from "react";
import { Button } from "../../ui/Button";
import { RuleRow } from "./RuleRow";
import { cautions, type Policy } from "./methodOptions";

const MOST = 160;

/** What the bench cautions about, in the site's own words; the shipped ones are there to go back to. */
export function CautionRows({
  shipped,
  now,
  shown,
  enabled,
  onChange,
}: {
  shipped: Policy["cautions"];
  now: Policy;
  shown: Policy;
  enabled: boolean;
  onChange: (policy: Policy) => void;
}) {
  return (
    <section aria-label="Cautions at the bench" className="mb-6">
      <h2 className="border-b-2 border-ink pb-1 text-xl font-bold">Cautions at the bench</h2>
      {cautions.map((caution) => (
        <CautionRow
          key={caution.name}
          question={caution.question}
          shipped={shipped[caution.name]}
          text={shown.cautions[caution.name]}
          changed={shown.cautions[caution.name] !== now.cautions[caution.name]}
          enabled={enabled}
          onChange={(text) => onChange({ ...shown, cautions: { ...shown.cautions, [caution.name]: text } })}
        />
      ))}
    </section>
  );
}

function CautionRow({
  question,
  shipped,
  text,
  changed,
  enabled,
  onChange,
}: {
  question: string;
  shipped: string;
  text: string;
  changed: boolean;
  enabled: boolean;
  onChange: (text: string) => void;
}) {
  const id = useId();
  return (
    <RuleRow id={id} label={question} changed={changed}>
      <input
        id={id}
        autoComplete="off"
        maxLength={MOST}
        required
        className="min-h-11 min-w-0 grow rounded-sm border border-ink bg-sheet px-3 disabled:border-line"
        value={text}
        disabled={!enabled}
        onChange={(event) => onChange(event.target.value)}
      />
      {enabled && text !== shipped && (
        <Button kind="quiet" onClick={() => onChange(shipped)}>
          As it ships
        </Button>
      )}
    </RuleRow>
  );
}
