import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState, type SubmitEvent } from "react";
import { answer, api } from "../../api/client";
import { useSession } from "../../api/session";
import { atTime } from "../../app/dates";
import { Button, buttonLook } from "../../ui/Button";
import { Copied } from "../../ui/Copied";
import { Choice, Field } from "../../ui/Field";
import { Sheet } from "../../ui/Sheet";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { boardAddressesQuery } from "./queries";

/** The secret addresses of boards in crew rooms. */
export function BoardAddresses() {
  const { zone } = useSession();
  const queries = useQueryClient();
  const addresses = useQuery(boardAddressesQuery);
  const [adding, setAdding] = useState(false);
  const revoke = useMutation({
    mutationFn: (id: string) => answer(api.DELETE("/api/v1/board-addresses/{id}", { params: { path: { id } } })),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["board-addresses"] }),
  });
  if (!addresses.data) {
    return addresses.isError ? <ErrorMessage error={addresses.error} /> : <Loading what="the boards" />;
  }
  return (
    <div className="mx-auto w-full max-w-6xl px-4 py-4">
      <header className="mb-3 flex flex-wrap items-center gap-x-6 gap-y-2">
        <h1 className="text-3xl font-bold">Crew boards</h1>
        <p className="max-w-prose text-soft">A board on a wall or a phone shows which detectors a crew may take now.</p>
        <span className="ml-auto flex flex-wrap gap-2">
          <Link to="/board" className={buttonLook()}>
            Show the board
          </Link>
          <Button kind={addresses.data.length === 0 ? "act" : "plain"} onClick={() => setAdding(true)}>
            Add an address
          </Button>
        </span>
      </header>
      <ErrorMessage error={revoke.error} />
      {addresses.data.length === 0 ? (
        <p className="border-t-2 border-ink py-4">
          No board is shown without signing in. Add a secret address to open one on a screen where nobody signs in.
        </p>
      ) : (
        <ul className="border-t-2 border-ink">
          {addresses.data.map((one) => (
            <li key={one.id} className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line py-2">
              <strong className="text-lg">{one.name}</strong>
              <span>{one.crew === "" ? "every crew" : one.crew}</span>
              <span className="text-soft">
                {one.seenAt ? `last shown ${atTime(one.seenAt, zone)}` : "never shown yet"} · added by {one.madeBy}
              </span>
              <Button
                className="ml-auto"
                disabled={revoke.isPending}
                aria-label={`Revoke ${one.name}`}
                onClick={() => revoke.mutate(one.id)}
              >
                Revoke
              </Button>
            </li>
          ))}
        </ul>
      )}
      {adding && <NewBoardSheet onClose={() => setAdding(false)} />}
    </div>
  );
}

function NewBoardSheet({ onClose }: { onClose: () => void }) {
  const queries = useQueryClient();
  const crews = useQuery({
    queryKey: ["detectors", "crews"],
    queryFn: () => answer(api.GET("/api/v1/detectors", { params: { query: { limit: 1 } } })),
  });
  const [name, setName] = useState("");
  const [crew, setCrew] = useState("");
  const add = useMutation({
    mutationFn: () => answer(api.POST("/api/v1/board-addresses", { body: { name, crew } })),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["board-addresses"] }),
  });
  function submit(event: SubmitEvent) {
    event.preventDefault();
    add.mutate();
  }
  if (add.data) {
    return (
      <Sheet open onClose={onClose} title={`Address of ${name}`}>
        <p>Open this address on the screen of the crew room. It is shown only once; whoever has it sees the board.</p>
        <Copied label="Address" text={`${location.origin}${add.data.path}`} />
        <Button kind="act" onClick={onClose}>
          Done
        </Button>
      </Sheet>
    );
  }
  return (
    <Sheet open onClose={onClose} title="Add a board address">
      <form onSubmit={submit} className="flex flex-col gap-4">
        <Field
          label="Name"
          required
          autoComplete="off"
          value={name}
          hint="where it hangs, for example Ferry crew room"
          onChange={(event) => setName(event.target.value)}
        />
        <Choice label="Crew" value={crew} onChange={(event) => setCrew(event.target.value)}>
          <option value="">every crew</option>
          {crews.data?.crews
            .filter((one) => one.name !== "")
            .map((one) => (
              <option key={one.name}>{one.name}</option>
            ))}
        </Choice>
        <ErrorMessage error={add.error} />
        <Button kind="act" type="submit" disabled={add.isPending}>
          Add, and show the address
        </Button>
      </form>
    </Sheet>
  );
}
