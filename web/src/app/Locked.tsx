import { useMutation, useQueryClient } from "@tanstack/react-query";
import clsx from "clsx";
import { Lock } from "lucide-react";
import { Dialog } from "radix-ui";
import { useState } from "react";
import { answer, api, type Schemas } from "../api/client";
import { sessionQuery, useSession } from "../api/session";
import { GasAlarm } from "../features/bench/GasAlarm";
import { SecretPad } from "../ui/SecretPad";
import { Credentials } from "./Credentials";
import { touch } from "./useIdleLock";

type Here = Schemas["HereView"];

/** Over everything on a locked device: who has signed in here opens it with a PIN and goes on as themselves. */
export function Locked() {
  const { here, locked, displayName } = useSession();
  return (
    <Dialog.Root open={locked}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-50 bg-paper" />
        <Dialog.Content
          aria-describedby={undefined}
          onEscapeKeyDown={(event) => event.preventDefault()}
          onInteractOutside={(event) => event.preventDefault()}
          className="fixed inset-0 z-50 flex flex-col overflow-y-auto"
        >
          <GasAlarm technician={displayName ?? ""} inFocus={null} locked />
          <div className="grid grow content-center justify-center gap-8 p-6 sm:grid-cols-[18rem_20rem]">
            <Opening here={here} />
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Opening({ here }: { here: Here[] }) {
  const queries = useQueryClient();
  const [chosen, setChosen] = useState<Here | null>(here[0] ?? null);
  const [taps, setTaps] = useState(0);
  async function opened() {
    touch();
    // Whoever opened it sees what is theirs, with a token that is theirs.
    await queries.query({ ...sessionQuery, staleTime: 0 });
    await queries.invalidateQueries();
  }
  const open = useMutation({
    mutationFn: (secret: string) => answer(api.POST("/api/v1/session/switch", { body: { signInName: chosen?.signInName ?? "", secret } })),
    onSuccess: opened,
  });
  return (
    <>
      <div>
        <Dialog.Title className="mb-4 flex items-center gap-3 text-4xl font-bold">
          <Lock aria-hidden className="size-8" />
          Locked
        </Dialog.Title>
        <p className="mb-4 text-lg text-soft">What runs on the bench goes on. Who works here?</p>
        <div role="group" aria-label="Who works here" className="flex flex-col gap-2">
          {[...here, null].map((one) => (
            <button
              key={one?.signInName ?? ""}
              type="button"
              aria-pressed={chosen?.signInName === one?.signInName}
              onClick={() => {
                open.reset();
                setChosen(one);
                setTaps(taps + 1);
              }}
              className={clsx(
                "min-h-14 border-2 px-4 text-left text-lg font-semibold",
                chosen?.signInName === one?.signInName ? "border-act bg-act text-on-act" : "border-line bg-sheet",
              )}
            >
              {one?.displayName ?? "Somebody else"}
            </button>
          ))}
        </div>
      </div>
      <div className="self-center">
        {chosen ? (
          <SecretPad
            key={`${chosen.signInName} ${taps}`} // whoever taps their name types next, also where it was chosen already
            pin={chosen.pin}
            action={`Go on as ${chosen.displayName.split(" ")[0] ?? ""}`}
            pending={open.isPending}
            error={open.error}
            onGive={(secret) => open.mutate(secret)}
          />
        ) : (
          <Credentials onSignedIn={opened} />
        )}
      </div>
    </>
  );
}

/** Locks this device at once; on it somebody else takes over too. */
export function useLock(): () => void {
  const queries = useQueryClient();
  const lock = useMutation({
    mutationFn: () => answer(api.POST("/api/v1/session/lock")),
    onSuccess: () => queries.query({ ...sessionQuery, staleTime: 0 }),
  });
  return lock.mutate;
}
