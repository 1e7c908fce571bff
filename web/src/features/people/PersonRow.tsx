import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { answer, api, once } from "../../api/client";
import { may, useSession } from "../../api/session";
import { onDay } from "../../app/dates";
import { Button } from "../../ui/Button";
import { fieldBox } from "../../ui/Field";
import { word } from "../../ui/shown";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { PersonQuestion, type Asked } from "./PersonQuestion";
import { QualifySheet } from "./QualifySheet";
import { roles, type Role } from "./roles";
import { counted } from "../../ui/counted";

type Person = Schemas["PersonView"];

export function PersonRow({ person, onPassword }: { person: Person; onPassword: (said: Schemas["FirstPassword"]) => void }) {
  const session = useSession();
  const queries = useQueryClient();
  const administers = may(session, "ADMINISTRATOR") && person.signInName !== session.signInName;
  const [qualifying, setQualifying] = useState(false);
  const [asked, setAsked] = useState<Asked | null>(null);
  const comeBack = useMutation({
    mutationFn: () =>
      answer(api.POST("/api/v1/people/{signInName}/return", { params: { path: { signInName: person.signInName }, ...once() } })),
    onSuccess: () => queries.invalidateQueries(),
  });
  const stands = [
    person.closed && "closed after ten wrong passwords",
    person.passwordTemporary && "has not chosen a password yet",
    person.leftOn !== null && `left on ${onDay(person.leftOn)}`,
    person.sessions > 0 && `signed in on ${counted(person.sessions, "device")}`,
  ].filter(Boolean);
  return (
    <li className="border-b border-line py-2">
      <div className="grid items-center gap-x-4 gap-y-2 md:grid-cols-[15rem_11rem_1fr_auto]">
        <div>
          <strong className="text-lg">{person.displayName}</strong>
          <span className="block text-sm text-soft">{[person.signInName, ...stands].join(" · ")}</span>
        </div>
        {administers && person.leftOn === null ? (
          <select
            aria-label={`Role of ${person.displayName}`}
            className={fieldBox}
            value={person.role}
            onChange={(event) => setAsked({ what: "role", role: event.target.value as Role })}
          >
            {roles.map(([role]) => (
              <option key={role} value={role}>
                {word(role)}
              </option>
            ))}
          </select>
        ) : (
          <span>{word(person.role)}</span>
        )}
        <ul className="flex flex-wrap items-center gap-2">
          {person.competences.map((one) => (
            <li key={one.name} className={one.holds ? "flex items-center border border-ink" : "flex items-center border-2 border-fail"}>
              <span className="px-2">
                {one.name}
                <span className="text-soft">
                  {" "}
                  {one.until === null ? "for good" : one.holds ? `until ${onDay(one.until)}` : `ended ${onDay(one.until)}`}
                </span>
              </span>
              <button
                type="button"
                className="size-11 border-l border-line"
                aria-label={`${person.displayName} is not qualified for ${one.name} any more`}
                onClick={() => setAsked({ what: "competence", name: one.name })}
              >
                ×
              </button>
            </li>
          ))}
          {person.leftOn === null && person.role !== "VIEWER" && (
            <li>
              <Button kind="quiet" aria-label={`Add a competence for ${person.displayName}`} onClick={() => setQualifying(true)}>
                Add competence
              </Button>
            </li>
          )}
        </ul>
        {administers && (
          <span className="flex gap-2">
            {person.leftOn === null ? (
              <>
                <Button onClick={() => setAsked({ what: "password" })}>New password</Button>
                <Button onClick={() => setAsked({ what: "leaving" })}>Left the site</Button>
              </>
            ) : (
              <Button onClick={() => comeBack.mutate()}>Is back</Button>
            )}
          </span>
        )}
      </div>
      <ErrorMessage error={comeBack.error} />
      {qualifying && <QualifySheet person={person} onClose={() => setQualifying(false)} />}
      {asked && <PersonQuestion person={person} asked={asked} onPassword={onPassword} onClose={() => setAsked(null)} />}
    </li>
  );
}
