import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { answer, api, once } from "../../api/client";
import { Button } from "../../ui/Button";
import { DateField } from "../../ui/DateField";
import { Field } from "../../ui/Field";
import { Sheet } from "../../ui/Sheet";
import { ErrorMessage } from "../../ui/ErrorMessage";

/** What somebody is qualified for, and until when; the same again with another day takes its place. */
export function QualifySheet({ person, onClose }: { person: { signInName: string; displayName: string }; onClose: () => void }) {
  const queries = useQueryClient();
  const [competence, setCompetence] = useState("");
  const [until, setUntil] = useState("");
  const qualify = useMutation({
    mutationFn: () =>
      answer(
        api.POST("/api/v1/people/{signInName}/competences", {
          params: { path: { signInName: person.signInName }, ...once() },
          body: { competence, until: until || null },
        }),
      ),
    onSuccess: async () => {
      await queries.invalidateQueries();
      onClose();
    },
  });
  function submit(event: SubmitEvent) {
    event.preventDefault();
    qualify.mutate();
  }
  return (
    <Sheet open onClose={onClose} title={`${person.displayName} is qualified`}>
      <form onSubmit={submit} className="flex flex-col gap-4">
        <Field
          label="Qualified for"
          required
          autoComplete="off"
          value={competence}
          onChange={(event) => setCompetence(event.target.value)}
          hint="as the card names it, for example breath alcohol"
        />
        <DateField label="Through" value={until} onDay={setUntil} hint="the last day; empty: for good" />
        <ErrorMessage error={qualify.error} />
        <Button kind="act" type="submit" disabled={qualify.isPending}>
          Save
        </Button>
      </form>
    </Sheet>
  );
}
