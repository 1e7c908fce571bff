import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { Choice, Field } from "../../ui/Field";
import { Sheet } from "../../ui/Sheet";
import { word } from "../../ui/shown";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { roles, type Role } from "./roles";

export function NewPersonSheet({ onClose, onAdded }: { onClose: () => void; onAdded: (first: Schemas["FirstPassword"]) => void }) {
  const queries = useQueryClient();
  const [signInName, setSignInName] = useState("");
  const [displayName, setDisplayName] = useState("");
  const [role, setRole] = useState<Role>("TECHNICIAN");
  const add = useMutation({
    mutationFn: () => answer(api.POST("/api/v1/people", { body: { signInName, displayName, role } })),
    onSuccess: async (first) => {
      await queries.invalidateQueries({ queryKey: ["people"] });
      onAdded(first);
    },
  });
  function submit(event: SubmitEvent) {
    event.preventDefault();
    add.mutate();
  }
  return (
    <Sheet open onClose={onClose} title="Add a person">
      <form onSubmit={submit} className="flex flex-col gap-4">
        <Field
          label="Name that records show"
          required
          autoComplete="off"
          value={displayName}
          onChange={(event) => setDisplayName(event.target.value)}
          hint="first and last name; it stays in every record"
        />
        <Field
          label="Sign-in name"
          required
          autoComplete="off"
          value={signInName}
          onChange={(event) => setSignInName(event.target.value)}
          hint="short, for example una"
        />
        <Choice label="May" value={role} onChange={(event) => setRole(event.target.value as Role)}>
          {roles.map(([value, adds]) => (
            <option key={value} value={value}>
              {word(value)}: {adds}
            </option>
          ))}
        </Choice>
        <ErrorMessage error={add.error} />
        <Button kind="act" type="submit" disabled={add.isPending}>
          Add, and show the first password
        </Button>
      </form>
    </Sheet>
  );
}
