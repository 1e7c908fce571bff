import { useQuery } from "@tanstack/react-query";
import { getRouteApi } from "@tanstack/react-router";
import { toast } from "sonner";
import { asProblem, type Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { Choice, Field } from "../../ui/Field";
import { answerQuery, libraryQuery } from "./queries";

const route = getRouteApi("/shell/calculators/$name");

type Input = Schemas["InputView"];

const bases = [
  { value: "handbook", words: "handbook values" },
  { value: "iec", words: "IEC 60079-20-1" },
];

/** One calculation: worked out as its numbers are typed; the address holds them. */
export function Calculation({ calculation }: { calculation: Schemas["CalculationView"] }) {
  const given = route.useSearch();
  const navigate = route.useNavigate();
  const library = useQuery(libraryQuery);
  const gases = library.data?.gases ?? [];
  const takesBasis = calculation.inputs.some((input) => input.kind === "BASIS");
  const extra = Object.keys(given).filter((name) => calculation.inputs.every((input) => input.name !== name));
  function give(name: string, value: string) {
    const next = Object.fromEntries(Object.entries({ ...given, [name]: value }).filter(([, text]) => text !== ""));
    void navigate({ search: next, replace: true });
  }
  return (
    <article>
      <h1 className="mb-4 text-3xl font-bold text-balance">{calculation.title}</h1>
      <form onSubmit={(event) => event.preventDefault()} className="grid max-w-3xl items-start gap-4 sm:grid-cols-2">
        {calculation.inputs
          .filter((input) => input.kind !== "BASIS")
          .map((input) => (
            <ConfirmedFields key={input.name} input={input} value={given[input.name] ?? ""} gases={gases} onGive={give} />
          ))}
        {calculation.takesGases && (
          <>
            {extra.map((gas) => (
              <Field
                key={gas}
                label={`Share of ${gases.find((one) => one.id === gas)?.name ?? gas}`}
                inputMode="decimal"
                autoComplete="off"
                defaultValue={given[gas]}
                onChange={(event) => give(gas, event.target.value)}
              />
            ))}
            <Choice label="Another gas of the mixture" value="" onChange={(event) => give(event.target.value, "0.5")}>
              <option value="">choose …</option>
              {gases
                .filter((gas) => !extra.includes(gas.id))
                .map((gas) => (
                  <option key={gas.id} value={gas.id}>
                    {gas.name}
                  </option>
                ))}
            </Choice>
          </>
        )}
      </form>
      {takesBasis ? (
        <div className="mt-6 grid gap-x-8 gap-y-6 md:grid-cols-2">
          {bases.map((basis) => (
            <Answer key={basis.value} calculation={calculation} given={{ ...given, basis: basis.value }} under={basis.words} />
          ))}
        </div>
      ) : (
        <div className="mt-6">
          <Answer calculation={calculation} given={given} />
        </div>
      )}
    </article>
  );
}

function ConfirmedFields({
  input,
  value,
  gases,
  onGive,
}: {
  input: Input;
  value: string;
  gases: Schemas["GasFigures"][];
  onGive: (name: string, value: string) => void;
}) {
  const label = input.what.charAt(0).toUpperCase() + input.what.slice(1);
  if (input.kind === "GAS") {
    return (
      <Choice label={label} value={value} onChange={(event) => onGive(input.name, event.target.value)}>
        <option value="">choose …</option>
        {gases.map((gas) => (
          <option key={gas.id} value={gas.id}>
            {gas.name}
          </option>
        ))}
      </Choice>
    );
  }
  return (
    <Field
      label={label}
      type={input.kind === "DAY" ? "date" : "text"}
      inputMode={input.kind === "NUMBER" ? "decimal" : undefined}
      autoComplete="off"
      spellCheck={false}
      defaultValue={value}
      placeholder={input.usual ?? undefined}
      hint={input.usual ? `${input.usual} when left empty` : undefined}
      onChange={(event) => onGive(input.name, event.target.value.trim())}
    />
  );
}

function Answer({ calculation, given, under }: { calculation: Schemas["CalculationView"]; given: Record<string, string>; under?: string }) {
  const missing = calculation.inputs.filter((input) => input.usual === null && !given[input.name]);
  const worked = useQuery({ ...answerQuery(calculation.name, given), enabled: missing.length === 0, placeholderData: undefined });
  const problem = worked.isError ? asProblem(worked.error) : null;
  const field = problem && calculation.inputs.find((input) => input.name === problem.field);
  return (
    <section aria-live="polite" aria-label={under ?? "Result"} className="border-t-2 border-ink pt-2">
      {under && <h2 className="text-soft">{under}</h2>}
      {missing.length > 0 && <p className="text-lg text-soft">Still to give: {missing.map((input) => input.what).join("; ")}.</p>}
      {problem && (
        <p className="border-l-4 border-fail bg-fail-wash px-3 py-2 text-lg">
          <strong>{problem.message}</strong> {problem.wayOut}
          {field && <span className="block text-sm">{field.what}</span>}
        </p>
      )}
      {worked.data && missing.length === 0 && (
        <>
          <output className="block text-[clamp(2rem,5vw,3rem)] leading-tight font-bold tabular-nums">
            {worked.data.value} {worked.data.unit}
          </output>
          {worked.data.working.formula && (
            <dl className="mt-1 text-lg">
              <dt className="sr-only">Formula</dt>
              <dd className="text-soft">{worked.data.working.formula}</dd>
              <dt className="sr-only">With its numbers</dt>
              <dd>{worked.data.filled}</dd>
            </dl>
          )}
          <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-4">
            {worked.data.working.inputs.map((input) => (
              <div key={input.name} className="contents">
                <dt className="text-soft">{input.name}</dt>
                <dd>{input.value}</dd>
              </div>
            ))}
          </dl>
          {worked.data.working.source && <p className="text-soft">from {worked.data.working.source}</p>}
          <Button className="mt-3" onClick={() => void copy(worked.data.working, worked.data.filled)}>
            Copy as text
          </Button>
        </>
      )}
    </section>
  );
}

async function copy(working: Schemas["Derivation"], filled: string) {
  const lines = [working.rule, working.formula, filled, working.result, working.source && `from ${working.source}`, location.href];
  await navigator.clipboard.writeText(lines.filter(Boolean).join("\n"));
  toast("Copied, with a link that holds the numbers.");
}
