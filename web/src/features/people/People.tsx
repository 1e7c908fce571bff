import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { may, useSession } from "../../api/session";
import { Button } from "../../ui/Button";
import { Sheet } from "../../ui/Sheet";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { NewPersonSheet } from "./NewPersonSheet";
import { PersonRow } from "./PersonRow";
import { peopleQuery } from "./queries";

type FirstPassword = Schemas["FirstPassword"];

/** Who there is, what each may do, and what each is qualified for until when. */
export function People() {
  const session = useSession();
  const people = useQuery(peopleQuery);
  const [adding, setAdding] = useState(false);
  const [said, setSaid] = useState<FirstPassword | null>(null);
  if (!people.data) {
    return people.isError ? <ErrorMessage error={people.error} /> : <Loading what="the people" />;
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
          <>
            <Link to="/people/audit" className="ml-auto inline-flex min-h-11 items-center text-act underline underline-offset-4">
              Sign-ins and exports
            </Link>
            <Button onClick={() => setAdding(true)}>Add a person</Button>
          </>
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
            Done
          </Button>
        </Sheet>
      )}
    </div>
  );
}
