import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useId, useState, type SubmitEvent } from "react";
import { answer, api, once, type Schemas } from "../../api/client";
import { may, useSession } from "../../api/session";
import { atTime } from "../../app/dates";
import { Button, buttonLook } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { Cards } from "../cards/Cards";
import { useSettled } from "../cards/useSettled";
import { ChangeImpact, reachQuery } from "./ChangeImpact";
import { CautionRows } from "./CautionRows";
import { DueDayRow } from "./DueDayRow";
import { policyQuery } from "./queries";
import { Answer, QuestionRow } from "./QuestionRow";
import { RuleRow } from "./RuleRow";
import { figures, type SiteFigure } from "./figures";
import { cautions, dueDay, parts, questions, type Policy, type Question } from "./methodOptions";

/** So long after the last stroke it is worked out what a change would do. */
const SETTLED_MS = 300;

/** Which school the site follows, question by question, and what another answer would do before it is in force. */
export function SiteRules() {
  const session = useSession();
  const policy = useQuery(policyQuery);
  const [draft, setDraft] = useState<Policy | null>(null);
  const [dropped, setDropped] = useState(0);
  if (!policy.data) {
    return policy.isError ? <ErrorMessage error={policy.error} /> : <Loading what="the site rules" />;
  }
  const now = policy.data.policy;
  const shown = draft ?? now;
  const lead = may(session, "LEAD");
  const moved = [...questions, dueDay].filter((q) => q.read(shown) !== q.read(now));
  const movedFigures = figures.filter((f) => f.read(shown) !== f.read(now));
  const movedCautions = cautions.filter(({ name }) => shown.cautions[name] !== now.cautions[name]);
  const edit = (changed: Policy) =>
    setDraft(
      [...questions, dueDay, ...figures].every((q) => q.read(changed) === q.read(now)) &&
        cautions.every(({ name }) => changed.cautions[name] === now.cautions[name])
        ? null
        : changed,
    );
  return (
    <div className="grid grid-cols-1 gap-x-10 gap-y-6 px-4 py-4 lg:grid-cols-[minmax(0,1fr)_22rem]">
      <div>
        <h1 className="mb-1 text-3xl font-bold">
          Site rules <span className="font-normal text-soft">version {now.version}</span>
        </h1>
        <p className="mb-3 text-soft">
          Where practitioners disagree, this is the side that the site takes. {!lead && "A lead changes it."}
        </p>
        {parts.map((part) => (
          <section key={part} aria-label={part} className="mb-6">
            <h2 className="border-b-2 border-ink pb-1 text-xl font-bold">{part}</h2>
            {questions
              .filter((question) => question.part === part)
              .map((question) => (
                <Row key={question.name} question={question} now={now} shown={shown} enabled={lead} onChange={edit} />
              ))}
            {part === "Calibration interval" && <DueDayRow now={now} shown={shown} enabled={lead} onChange={edit} />}
            {figures
              .filter((figure) => figure.part === part && (figure.where?.(shown) ?? true))
              .map((figure) => (
                <FigureRow
                  key={`${figure.name} ${now.version} ${dropped}`}
                  figure={figure}
                  now={now}
                  shown={shown}
                  enabled={lead}
                  onChange={edit}
                />
              ))}
          </section>
        ))}
        <CautionRows shipped={policy.data.shippedCautions} now={now} shown={shown} enabled={lead} onChange={edit} />
        <Cards lead={lead} />
      </div>
      <aside className="flex flex-col gap-6 lg:sticky lg:top-16 lg:max-h-[calc(100dvh-5rem)] lg:self-start lg:overflow-y-auto">
        {draft && (
          <Change
            draft={draft}
            moved={[...moved, ...movedFigures, ...movedCautions].map((q) => q.question)}
            onDone={() => setDraft(null)}
            onDrop={() => {
              setDraft(null);
              setDropped(dropped + 1);
            }}
          />
        )}
        <section aria-labelledby="versions">
          <h2 id="versions" className="mb-1 text-xl font-bold">
            Versions
          </h2>
          <ol>
            {policy.data.versions.map((version) => (
              <li key={version.version} className="border-b border-line py-1">
                <strong>{version.version}</strong> since {atTime(version.from, session.zone)}
                <span className="block text-sm text-soft">{version.by ? `${version.by}: ${version.reason}` : "as shipped"}</span>
              </li>
            ))}
          </ol>
        </section>
        <Link to="/site" className={buttonLook()}>
          Site: name, address, time zone
        </Link>
        {lead && (
          <>
            <Link to="/boards" className={buttonLook()}>
              Crew boards
            </Link>
            <Link to="/people" className={buttonLook()}>
              People, and what they are qualified for
            </Link>
            <Link to="/gateways" className={buttonLook()}>
              Gateways, which read detectors out
            </Link>
          </>
        )}
      </aside>
    </div>
  );
}

function Row({
  question,
  now,
  shown,
  enabled,
  onChange,
}: {
  question: Question;
  now: Policy;
  shown: Policy;
  enabled: boolean;
  onChange: (policy: Policy) => void;
}) {
  const current = question.read(shown);
  const changed = current !== question.read(now);
  return (
    <QuestionRow name={question.name} question={question.question} changed={changed}>
      {question.options.map((option) => (
        <Answer
          key={option.value}
          name={question.name}
          chosen={current === option.value}
          enabled={enabled}
          onChoose={() => onChange(question.write(shown, option.value))}
        >
          {option.word}
        </Answer>
      ))}
    </QuestionRow>
  );
}

function FigureRow({
  figure,
  now,
  shown,
  enabled,
  onChange,
}: {
  figure: SiteFigure;
  now: Policy;
  shown: Policy;
  enabled: boolean;
  onChange: (policy: Policy) => void;
}) {
  const id = useId();
  const [typed, setTyped] = useState(String(figure.read(shown)));
  const value = Number(typed.replace(",", "."));
  const fits = (number: number) => number >= figure.least && number <= figure.most && (!figure.whole || Number.isInteger(number));
  const wrong = typed.trim() === "" || !fits(value);
  const changed = wrong || figure.read(shown) !== figure.read(now);
  function change(text: string) {
    setTyped(text);
    const next = Number(text.replace(",", "."));
    if (text.trim() !== "" && fits(next)) {
      onChange(figure.write(shown, next));
    }
  }
  return (
    <RuleRow id={id} label={figure.question} changed={changed}>
      <input
        id={id}
        inputMode="decimal"
        autoComplete="off"
        className="min-h-11 w-24 rounded-sm border border-ink bg-sheet px-3 text-right disabled:border-line aria-invalid:border-2 aria-invalid:border-fail"
        value={typed}
        disabled={!enabled}
        aria-invalid={wrong || undefined}
        aria-describedby={`${id}-unit`}
        onChange={(event) => change(event.target.value)}
      />
      <span id={`${id}-unit`} className={wrong ? "font-semibold text-fail" : "text-soft"}>
        {wrong ? `A ${figure.whole ? "whole " : ""}number from ${figure.least} to ${figure.most}: ` : ""}
        {figure.unit}
      </span>
    </RuleRow>
  );
}

function Change({ draft, moved, onDone, onDrop }: { draft: Policy; moved: string[]; onDone: () => void; onDrop: () => void }) {
  const queries = useQueryClient();
  const [reason, setReason] = useState("");
  const settled = useSettled(draft, SETTLED_MS);
  const effect = useQuery({
    queryKey: ["house", "effect", settled],
    queryFn: () => answer(api.POST("/api/v1/site-rules/effect", { body: settled })),
  });
  const reach = useQuery(reachQuery(settled));
  // What is not shown yet would also push the button away from under the hand.
  const shown = draft === settled && !effect.isPending && !reach.isPending;
  const save = useMutation({
    mutationFn: () => answer(api.POST("/api/v1/site-rules", { params: once(), body: { policy: draft, reason } })),
    onSuccess: (view) => {
      queries.setQueryData(policyQuery.queryKey, view);
      void queries.invalidateQueries();
      onDone();
    },
  });
  function submit(event: SubmitEvent) {
    event.preventDefault();
    save.mutate();
  }
  return (
    <form onSubmit={submit} className="flex flex-col gap-3 border-2 border-caution bg-sheet p-4" aria-label="Change of the rules">
      <h2 className="text-xl font-bold">What this would change</h2>
      {/* Up here nothing that comes in later pushes it away from under the hand. */}
      <Button kind="quiet" className="-my-3 -ml-4 self-start" onClick={onDrop}>
        Leave it as it is
      </Button>
      <p className="text-soft">{moved.join(" ")}</p>
      {effect.isPending && <Loading what="what it would do" />}
      {effect.data?.length === 0 && <p>No procedure card changes by it.</p>}
      <ul>
        {Object.entries(byChange(effect.data ?? [])).map(([change, models]) => (
          <li key={change} className="border-b border-line py-1">
            {change}
            <span className="block text-sm text-soft">{models.join(", ")}</span>
          </li>
        ))}
      </ul>
      <ChangeImpact policy={settled} />
      <ErrorMessage error={effect.error ?? save.error} />
      <Field
        label="Why"
        required
        autoComplete="off"
        value={reason}
        onChange={(event) => setReason(event.target.value)}
        hint="a few words"
      />
      <Button kind="act" type="submit" disabled={!shown || save.isPending}>
        Put it in force
      </Button>
      <p className="text-sm text-soft">Runs that are on the bench go on by the version that they were started with.</p>
    </form>
  );
}

/** The same change on several models is told once. */
function byChange(effects: Schemas["EffectView"][]): Record<string, string[]> {
  const models: Record<string, string[]> = {};
  for (const { model, changes } of effects) {
    for (const change of changes) {
      (models[change] ??= []).push(model);
    }
  }
  return models;
}
