import { useInfiniteQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useDeferredValue, useState } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { useSession } from "../../api/session";
import { atTime } from "../../app/dates";
import { Button } from "../../ui/Button";
import { Choice, Field } from "../../ui/Field";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";

type Line = Schemas["AuditLine"];
type Kind = Line["kind"];

const PAGE = 100;

const words: Record<Kind, string> = {
  SIGNED_IN: "signed in",
  SIGN_IN_FAILED: "wrong password",
  NAME_CLOSED: "blocked after too many failures",
  SIGNED_OUT: "signed out",
  DEVICE_LOCKED: "locked the device",
  DEVICE_OPENED: "opened the device",
  PROOF_FAILED: "could not prove a signature",
  EXPORTED: "exported",
};

const refused: Kind[] = ["SIGN_IN_FAILED", "NAME_CLOSED", "PROOF_FAILED"];

/** Who came in, who was refused, and what was taken out; for administrators. */
export function Audit() {
  const session = useSession();
  const [person, setPerson] = useState("");
  const [kind, setKind] = useState<Kind | "">("");
  const wanted = useDeferredValue(person.trim());
  const audit = useInfiniteQuery({
    queryKey: ["audit", wanted, kind],
    initialPageParam: undefined as number | undefined,
    queryFn: ({ pageParam }) =>
      answer(
        api.GET("/api/v1/audit", {
          params: { query: { person: wanted, ...(kind ? { kind } : {}), ...(pageParam === undefined ? {} : { before: pageParam }) } },
        }),
      ),
    getNextPageParam: (page) => (page.length < PAGE ? undefined : page.at(-1)?.id),
  });
  const lines = audit.data?.pages.flat() ?? [];
  return (
    <div className="mx-auto w-full max-w-6xl px-4 py-4">
      <header className="mb-3">
        <Link to="/people" className="inline-flex min-h-11 items-center text-act underline underline-offset-4">
          People
        </Link>
        <h1 className="text-3xl font-bold">Sign-ins and exports</h1>
        <p className="text-soft">Who signed in, who was refused, and what was exported. Changes to records are in the logbook.</p>
      </header>
      <div className="mb-4 grid gap-4 sm:grid-cols-2">
        <Field
          label="Sign-in name"
          hint="any part of it"
          autoComplete="off"
          value={person}
          onChange={(event) => setPerson(event.target.value)}
        />
        <Choice label="What" value={kind} onChange={(event) => setKind(event.target.value as Kind | "")}>
          <option value="">everything</option>
          {(Object.keys(words) as Kind[]).map((one) => (
            <option key={one} value={one}>
              {words[one]}
            </option>
          ))}
        </Choice>
      </div>
      {audit.isError && <ErrorMessage error={audit.error} />}
      {audit.isPending ? (
        <Loading what="the list" />
      ) : lines.length === 0 ? (
        <p className="py-6 text-lg">No entries found.</p>
      ) : (
        <ul aria-label="Sign-ins and exports" className="border-t-2 border-ink">
          {lines.map((line) => (
            <li key={line.id} className="grid gap-x-5 border-b border-line py-2 sm:grid-cols-[12rem_minmax(0,1fr)_10rem]">
              <span className="text-soft tabular-nums">{atTime(line.at, session.zone)}</span>
              <span>
                <strong>{line.person || "nobody"}</strong>{" "}
                <span className={refused.includes(line.kind) ? "font-semibold text-fail" : ""}>{words[line.kind]}</span>
                {line.detail && <>: {line.detail}</>}
              </span>
              <span className="text-soft">from {line.source}</span>
            </li>
          ))}
        </ul>
      )}
      {audit.hasNextPage && (
        <Button className="mt-4" disabled={audit.isFetchingNextPage} onClick={() => void audit.fetchNextPage()}>
          Show earlier entries
        </Button>
      )}
    </div>
  );
}
