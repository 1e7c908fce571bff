import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { answer, api, once } from "../../api/client";
import { may, useSession } from "../../api/session";
import { onDay } from "../../app/dates";
import { Button } from "../../ui/Button";
import { fieldBox } from "../../ui/Field";
import { Sheet } from "../../ui/Sheet";
import { word } from "../../ui/shown";
import { Loading, Told } from "../../ui/Told";
import { NewPersonSheet } from "./NewPersonSheet";
import { QualifySheet } from "./QualifySheet";
import { peopleQuery } from "./queries";

type Person = Schemas["PersonView"];
type FirstPassword = Schemas["FirstPassword"];

const roles = ["VIEWER", "TECHNICIAN", "LEAD", "ADMINISTRATOR"] as const;

/** Who there is, what each may do, and what each is qualified for until when. */
export function People() {
  const session = useSession();
  const people = useQuery(peopleQuery);
  const [adding, setAdding] = useState(false);
  const [said, setSaid] = useState<FirstPassword | null>(null);
  if (!people.data) {
    return people.isError ? <Told error={people.error} /> : <Loading what="the people" />;
  }
  const administers = may(session, "ADMINISTRATOR");
  const here = people.data.filter((person) => person.leftOn === null);
  const gone = people.data.filter((person) => person.leftOn !== null);
  return (
    <div className="mx-auto w-full max-w-6xl px-4 py-4">
      <header className="mb-3 flex flex-wrap items-center gap-x-6 gap-y-2">
        <h1 className="text-3xl font-bold">People</h1>
        <p className="text-soft">{here.length} at the site</p>
        {administers && (
          <Button className="ml-auto" onClick={() => setAdding(true)}>
            Add a person
          </Button>
        )}
      </header>
      <ul className="border-t-2 border-ink">
        {here.map((person) => (
          <PersonRow key={person.signInName} person={person} onPassword={setSaid} />
        ))}
      </ul>
      {gone.length > 0 && (
        <section aria-labelledby="gone" className="mt-8">
          <h2 id="gone" className="mb-1 text-xl font-bold">
            Not here any more
          </h2>
          <ul className="border-t border-ink">
            {gone.map((person) => (
              <PersonRow key={person.signInName} person={person} onPassword={setSaid} />
            ))}
          </ul>
        </section>
      )}
      {adding && (
        <NewPersonSheet
          onClose={() => setAdding(false)}
          onAdded={(first) => {
            setAdding(false);
            setSaid(first);
          }}
        />
      )}
      {said && (
        <Sheet open onClose={() => setSaid(null)} title={`Password for ${said.signInName}`}>
          <p>Read it to the person now. It is shown this once, and is good for choosing an own one only.</p>
          <p className="my-4 text-3xl font-bold tracking-wide">{said.password}</p>
          <Button kind="act" onClick={() => setSaid(null)}>
            It is said
          </Button>
        </Sheet>
      )}
    </div>
  );
}

function PersonRow({ person, onPassword }: { person: Person; onPassword: (said: FirstPassword) => void }) {
  const session = useSession();
  const queries = useQueryClient();
  const administers = may(session, "ADMINISTRATOR");
  const [qualifying, setQualifying] = useState(false);
  const path = { path: { signInName: person.signInName } };
  const change = useMutation({
    mutationFn: (send: () => Promise<unknown>) => send(),
    onSuccess: () => queries.invalidateQueries(),
  });
  const newPassword = () =>
    change.mutate(async () => onPassword(await answer(api.POST("/api/v1/people/{signInName}/password", { params: path }))));
  const stands = [
    person.closed && "closed after ten wrong passwords",
    person.passwordTemporary && "has not chosen a password yet",
    person.leftOn !== null && `left on ${onDay(person.leftOn)}`,
    person.sessions > 0 && `signed in on ${person.sessions === 1 ? "1 device" : `${person.sessions} devices`}`,
  ].filter(Boolean);
  return (
    <li className="border-b border-line py-2">
      <div className="grid items-center gap-x-4 gap-y-2 md:grid-cols-[15rem_11rem_1fr_auto]">
        <div>
          <strong className="text-lg">{person.displayName}</strong>
          <span className="block text-sm text-soft">{[person.signInName, ...stands].join(" · ")}</span>
        </div>
        {administers && person.leftOn === null && person.signInName !== session.signInName ? (
          <select
            aria-label={`Role of ${person.displayName}`}
            className={fieldBox}
            value={person.role}
            onChange={(event) =>
              change.mutate(() =>
                answer(
                  api.POST("/api/v1/people/{signInName}/role", {
                    params: { ...path, ...once() },
                    body: { role: event.target.value as Person["role"] },
                  }),
                ),
              )
            }
          >
            {roles.map((role) => (
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
                onClick={() =>
                  change.mutate(() =>
                    answer(
                      api.DELETE("/api/v1/people/{signInName}/competences/{name}", {
                        params: { path: { signInName: person.signInName, name: one.name } },
                      }),
                    ),
                  )
                }
              >
                ×
              </button>
            </li>
          ))}
          {person.leftOn === null && person.role !== "VIEWER" && (
            <li>
              <Button kind="quiet" aria-label={`${person.displayName} is qualified for …`} onClick={() => setQualifying(true)}>
                Qualify
              </Button>
            </li>
          )}
        </ul>
        {administers && person.signInName !== session.signInName && (
          <span className="flex gap-2">
            {person.leftOn === null ? (
              <>
                <Button onClick={newPassword}>New password</Button>
                <Button
                  onClick={() =>
                    change.mutate(() => answer(api.POST("/api/v1/people/{signInName}/leaving", { params: { ...path, ...once() } })))
                  }
                >
                  Left the site
                </Button>
              </>
            ) : (
              <Button
                onClick={() =>
                  change.mutate(() => answer(api.POST("/api/v1/people/{signInName}/return", { params: { ...path, ...once() } })))
                }
              >
                Is back
              </Button>
            )}
          </span>
        )}
      </div>
      <Told error={change.error} />
      {qualifying && <QualifySheet person={person} onClose={() => setQualifying(false)} />}
    </li>
  );
}
