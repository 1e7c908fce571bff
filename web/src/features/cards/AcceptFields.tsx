import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Field";
import { list, text, tree, type Json, type Tree } from "./card";
import { Figure, Group } from "./FieldGroup";

/** Which figures each rule has, and what it begins with when it is chosen. */
const rules: Record<string, { word: string; figures: { key: string; label: string; begins: number }[] }> = {
  "on-stability": {
    word: "when settled, else not accepted",
    figures: [
      { key: "leastSeconds", label: "Not before (s)", begins: 30 },
      { key: "limitSeconds", label: "Not settled by (s)", begins: 150 },
      { key: "stableSeconds", label: "Still for (s), 0: usual", begins: 0 },
      { key: "averageSeconds", label: "Mean of the last (s), 0: usual", begins: 0 },
    ],
  },
  "stable-or-deadline": {
    word: "when settled, at the latest at the deadline",
    figures: [
      { key: "leastSeconds", label: "Not before (s)", begins: 30 },
      { key: "deadlineSeconds", label: "Deadline (s)", begins: 150 },
      { key: "stableSeconds", label: "Still for (s), 0: usual", begins: 0 },
      { key: "averageSeconds", label: "Mean of the last (s), 0: usual", begins: 0 },
    ],
  },
  countdown: {
    word: "after a fixed time",
    figures: [
      { key: "seconds", label: "After (s)", begins: 90 },
      { key: "averageSeconds", label: "Mean of the last (s), 0: usual", begins: 0 },
    ],
  },
  "countdown-by-temperature": {
    word: "after a time that the air’s temperature decides",
    figures: [{ key: "averageSeconds", label: "Mean of the last (s), 0: usual", begins: 0 }],
  },
};

const firstRow = { fromCelsius: 0, seconds: 120 };

/** What the two rules with a limit call it. */
function limit(value: Tree): Json | undefined {
  return value.limitSeconds ?? value.deadlineSeconds ?? value.seconds;
}

function changed(value: Tree, rule: string): Tree {
  const begins = Object.fromEntries(
    (rules[rule]?.figures ?? []).map(({ key, begins: usual }) => {
      const asLimit = ["limitSeconds", "deadlineSeconds", "seconds"].includes(key);
      return [key, value[key] ?? (asLimit ? limit(value) : undefined) ?? usual];
    }),
  );
  return rule === "countdown-by-temperature" ? { rule, ...begins, rows: [firstRow] } : { rule, ...begins };
}

export function AcceptFields({ label, value, error, onPut }: { label: string; value: Tree; error?: string; onPut: (value: Json) => void }) {
  const rule = text(value.rule);
  const rows = list(value.rows).map(tree);
  const putRow = (index: number, key: string, figure: Json) =>
    onPut({ ...value, rows: rows.map((row, i) => (i === index ? { ...row, [key]: figure } : row)) });
  return (
    <Group label={label} error={error}>
      <Choice
        label="Rule"
        value={rule}
        className="justify-end sm:col-span-2"
        onChange={(event) => onPut(changed(value, event.target.value))}
      >
        {Object.entries(rules).map(([name, { word }]) => (
          <option key={name} value={name}>
            {word}
          </option>
        ))}
      </Choice>
      {rules[rule]?.figures.map((figure) => (
        <Figure
          key={figure.key}
          label={figure.label}
          value={value[figure.key]}
          onPut={(typed) => onPut({ ...value, [figure.key]: typed })}
        />
      ))}
      {rule === "countdown-by-temperature" && (
        <>
          {rows.map((row, i) => (
            <div key={i} className="col-span-full flex flex-wrap items-end gap-3">
              <Figure label="From (°C)" value={row.fromCelsius} onPut={(typed) => putRow(i, "fromCelsius", typed)} />
              <Figure label="Takes (s)" value={row.seconds} onPut={(typed) => putRow(i, "seconds", typed)} />
              {rows.length > 1 && (
                <Button kind="quiet" onClick={() => onPut({ ...value, rows: rows.filter((_, other) => other !== i) })}>
                  Take out
                </Button>
              )}
            </div>
          ))}
          <Button className="self-end" onClick={() => onPut({ ...value, rows: [...rows, firstRow] })}>
            One more row
          </Button>
        </>
      )}
    </Group>
  );
}
