import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useEffect, useMemo, useReducer, useRef, useState } from "react";
import { answer, api, once, type Schemas } from "../../api/client";
import { useSession } from "../../api/session";
import { atTime } from "../../app/dates";
import { Button } from "../../ui/Button";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { list, opened, stored, text as shown, tree } from "./card";
import { Changes } from "./Changes";
import { DraftSaver, type Saved } from "./DraftSaver";
import { DropDraft } from "./DraftEnds";
import { ResponseTrials } from "./ResponseTrials";
import { DryRun, type DryRunOf } from "./DryRun";
import { edited, untouched } from "./editing";
import type { Choices } from "./fieldSpecs";
import { Sections } from "./Sections";
import { useSettled } from "./useSettled";
import { Versions } from "./Versions";

const CHECK_AFTER_MILLIS = 300;
const SAVE_AFTER_MILLIS = 500;
/** So much a browser still sends after the page was left. */
const MOST_SENT_ON_LEAVING = 60_000;

/** Writes a card: read as words, changed in place, checked as it is typed, tried before it is published. */
export function CardEditor({ desk, choices }: { desk: Schemas["CardDesk"]; choices: Choices }) {
  const { model, newest, draft } = desk;
  const { zone } = useSession();
  const queries = useQueryClient();
  const version = newest + 1;
  const [editing, change] = useReducer(edited, desk.card, (text) => ({ ...untouched, card: opened(text) }));
  const text = useMemo(() => stored(editing.card, version), [editing.card, version]);
  const [saved, setSaved] = useState<Saved>({ state: "saved" });
  const [saver] = useState(
    () =>
      new DraftSaver(
        async (card, edit) =>
          (await answer(api.PUT("/api/v1/card-drafts/{model}", { params: { path: { model } }, body: { card, basedOn: newest, edit } })))
            .edit,
        draft?.edit ?? 0,
        text,
        setSaved,
      ),
  );
  const [run, setRun] = useState<{ of: DryRunOf; text: string } | null>(null);
  const settled = useSettled(text, CHECK_AFTER_MILLIS);
  const check = useQuery({
    queryKey: ["cards", "check", model, settled],
    queryFn: () => answer(api.POST("/api/v1/card-checks", { body: { card: settled } })),
    placeholderData: (before) => before,
    gcTime: 10_000,
    staleTime: Infinity,
  });
  const latest = useRef(text);
  useEffect(() => {
    latest.current = text;
    const later = setTimeout(() => void saver.want(text), SAVE_AFTER_MILLIS);
    return () => clearTimeout(later);
  }, [saver, text]);
  useEffect(() => {
    const save = () => void saver.want(latest.current);
    const ask = (event: BeforeUnloadEvent) => {
      if (!saver.isSaved(latest.current) && latest.current.length >= MOST_SENT_ON_LEAVING) {
        event.preventDefault();
      }
    };
    addEventListener("pagehide", save);
    addEventListener("beforeunload", ask);
    return () => {
      removeEventListener("pagehide", save);
      removeEventListener("beforeunload", ask);
      save();
    };
  }, [saver]);
  const publish = useMutation({
    mutationFn: async () => {
      await saver.want(text);
      return answer(api.POST("/api/v1/cards", { params: once(), body: text, bodySerializer: (body) => body }));
    },
    onSuccess: () => queries.invalidateQueries(),
  });
  const problem = check.data?.problem ?? null;
  const changes = check.data?.changes ?? [];
  const pristine = draft === null && editing.before.length === 0;
  const sensors = list(editing.card.sensors)
    .map(tree)
    .map((sensor) => ({
      slot: Number(sensor.slot),
      name: `${shown(sensor.slot)} ${choices.gases.find((gas) => gas.value === sensor.gasId)?.symbol ?? ""}`,
    }));
  return (
    <div className="grid grid-cols-1 gap-x-8 gap-y-6 px-4 py-4 lg:grid-cols-[minmax(0,1fr)_24rem]">
      <div>
        <Link to="/rules" className="text-act underline underline-offset-4">
          Site rules
        </Link>
        <div className="mb-2 flex flex-wrap items-baseline justify-between gap-3">
          <h1 className="text-3xl font-bold">
            {model}{" "}
            <span className="font-normal text-soft">
              {newest === 0 ? "a new model" : pristine ? `card version ${newest}` : `card version ${newest}, becoming ${version}`}
            </span>
          </h1>
          <Button kind="quiet" disabled={editing.before.length === 0} onClick={() => change({ do: "undo" })}>
            Undo the last change
          </Button>
        </div>
        <Sections card={editing.card} choices={choices} checked={check.data} change={change} />
      </div>
      <aside className="flex flex-col gap-6 lg:sticky lg:top-16 lg:max-h-[calc(100vh-5rem)] lg:self-start lg:overflow-y-auto lg:pr-1">
        <section aria-label="This draft">
          <p role="status" className="text-soft">
            {pristine && "Choose a part to change it. Changes take effect when the card is published."}
            {!pristine && saved.state === "saving" && "Saving the draft …"}
            {!pristine && saved.state === "saved" && "The draft is kept; nothing is in force yet."}
            {pristine || !draft || editing.before.length > 0 ? "" : ` ${draft.savedBy}, ${atTime(draft.savedAt, zone)}.`}
          </p>
          {saved.state === "failed" && <ErrorMessage error={saved.error} />}
          {problem && (
            <p role="alert" className="my-2 border-l-4 border-fail bg-fail-wash p-3">
              <strong>{problem.reason}</strong> {problem.wayOut}
            </p>
          )}
          <Button
            kind="act"
            className="mt-2 w-full"
            disabled={problem !== null || pristine || publish.isPending || text !== settled || check.isPlaceholderData}
            onClick={() => publish.mutate()}
          >
            Publish as version {version}
          </Button>
          <p className="mt-1 text-sm text-soft">A simulated detector without faults must pass both jobs first.</p>
          <ErrorMessage error={publish.error} />
        </section>
        <DryRun
          card={problem ? null : text}
          sensors={sensors}
          choices={choices}
          last={run?.of ?? null}
          stale={run !== null && run.text !== text}
          onDone={(of) => setRun({ of, text })}
        />
        <ResponseTrials card={problem ? null : text} sensors={sensors} />
        {newest > 0 && changes.length > 0 && !problem && (
          <section aria-labelledby="changes">
            <h2 id="changes" className="mb-2 text-xl font-bold">
              Against version {newest}
            </h2>
            <Changes changes={changes} />
          </section>
        )}
        <Versions model={model} />
        {!pristine && (
          <section aria-label="Drop the draft" className="border-t border-line pt-3">
            <DropDraft model={model} newest={newest} onDropping={() => saver.stop()} />
          </section>
        )}
      </aside>
    </div>
  );
}
