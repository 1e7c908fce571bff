import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { answer, api, once } from "../../api/client";
import { Button } from "../../ui/Button";
import { Choice, Field } from "../../ui/Field";
import { Told } from "../../ui/Told";
import { peopleQuery } from "./queries";

/** Who is qualified for what a card may ask for, as with breath testers. */
export function Qualified() {
  const queries = useQueryClient();
  const people = useQuery(peopleQuery);
  const [name, setName] = useState("");
  const [competence, setCompetence] = useState("");
  const add = useMutation({
    mutationFn: () =>
      answer(
        api.POST("/api/v1/people/{signInName}/competences", {
          params: { path: { signInName: name }, ...once() },
          body: { competence },
        }),
      ),
    onSuccess: () => {
      setCompetence("");
      void queries.invalidateQueries({ queryKey: peopleQuery.queryKey });
    },
  });
  function submit(event: SubmitEvent) {
    event.preventDefault();
    add.mutate();
  }
  return (
    <section aria-labelledby="qualified">
      <h2 id="qualified" className="mb-1 text-xl font-bold">
        Who is qualified
      </h2>
      <ul className="mb-2">
        {people.data?.map((person) => (
          <li key={person.signInName} className="border-b border-line py-1">
            {person.displayName} <span className="text-sm text-soft">{person.competences.join(", ") || "nothing special"}</span>
          </li>
        ))}
      </ul>
      <form onSubmit={submit} className="flex flex-col gap-2">
        <Choice label="Person" required value={name} onChange={(event) => setName(event.target.value)}>
          <option value="" disabled>
            Who
          </option>
          {people.data?.map((person) => (
            <option key={person.signInName} value={person.signInName}>
              {person.displayName}
            </option>
          ))}
        </Choice>
        <Field
          label="Qualified for"
          required
          autoComplete="off"
          value={competence}
          onChange={(event) => setCompetence(event.target.value)}
          hint="as the card names it, for example breath alcohol"
        />
        <Told error={add.error} />
        <Button type="submit" disabled={add.isPending}>
          Note it
        </Button>
      </form>
    </section>
  );
}
