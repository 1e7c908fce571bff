import type { Schemas } from "../../api/client";
import { answer, api, once } from "../../api/client";
import { AskSheet } from "../../ui/AskSheet";
import { word } from "../../ui/shown";
import { roles, type Role } from "./roles";
import { counted } from "../../ui/counted";

/** A change of somebody that takes effect at once. */
export type Asked = { what: "role"; role: Role } | { what: "competence"; name: string } | { what: "password" } | { what: "leaving" };

export function PersonQuestion({
  person,
  asked,
  onPassword,
  onClose,
}: {
  person: Schemas["PersonView"];
  asked: Asked;
  onPassword: (said: Schemas["FirstPassword"]) => void;
  onClose: () => void;
}) {
  const name = person.displayName;
  const path = { signInName: person.signInName };
  const devices =
    person.sessions === 0 ? `${name} is signed in nowhere now.` : `It signs ${name} out on ${counted(person.sessions, "device")} at once.`;
  switch (asked.what) {
    case "role":
      return (
        <AskSheet
          title={`Make ${name} ${asked.role === "ADMINISTRATOR" ? "an" : "a"} ${word(asked.role)}?`}
          action={`Yes, ${word(asked.role)} from now on`}
          send={() => answer(api.POST("/api/v1/people/{signInName}/role", { params: { path, ...once() }, body: { role: asked.role } }))}
          onClose={onClose}
        >
          <RoleSteps from={person.role} to={asked.role} />
          <p>{devices}</p>
        </AskSheet>
      );
    case "competence":
      return (
        <AskSheet
          title={`${name} is not qualified for ${asked.name} any more?`}
          action="Not qualified from now on"
          send={() =>
            answer(api.DELETE("/api/v1/people/{signInName}/competences/{name}", { params: { path: { ...path, name: asked.name } } }))
          }
          onClose={onClose}
        >
          <p>Cards that ask for it are closed to {name} from now on. What was signed before stays as it is.</p>
        </AskSheet>
      );
    case "password":
      return (
        <AskSheet
          title={`A new password for ${name}?`}
          action="Yes, show a new one"
          send={async () => onPassword(await answer(api.POST("/api/v1/people/{signInName}/password", { params: { path } })))}
          onClose={onClose}
        >
          <p>The password and the PIN of today stop working. {devices}</p>
        </AskSheet>
      );
    case "leaving":
      return (
        <AskSheet
          title={`${name} has left the site?`}
          action="Yes, has left"
          send={() => answer(api.POST("/api/v1/people/{signInName}/leaving", { params: { path, ...once() } }))}
          onClose={onClose}
        >
          <p>
            Nobody signs in by this name until you say that {name} is back. Every record stays. {devices}
          </p>
        </AskSheet>
      );
  }
}

/** What somebody may do from now on, beside what that person may do today. */
function RoleSteps({ from, to }: { from: Role; to: Role }) {
  const rank = (role: Role) => roles.findIndex(([one]) => one === role);
  return (
    <dl className="grid grid-cols-[6rem_1fr] border-t border-ink">
      {roles.slice(0, Math.max(rank(from), rank(to)) + 1).map(([role, adds], step) => (
        <div key={role} className="col-span-2 grid grid-cols-subgrid border-b border-line py-2">
          <dt className="font-bold">{step > rank(to) ? "no more" : step > rank(from) ? "new" : "stays"}</dt>
          <dd>{adds}</dd>
        </div>
      ))}
    </dl>
  );
}
