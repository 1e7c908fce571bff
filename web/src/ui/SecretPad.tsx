import clsx from "clsx";
import { Delete } from "lucide-react";
import { useEffect, useRef, useState, type SubmitEvent } from "react";
import { Button } from "./Button";
import { Field } from "./Field";
import { ErrorMessage } from "./ErrorMessage";

const keys = ["1", "2", "3", "4", "5", "6", "7", "8", "9"];

/** A PIN typed on keys that a glove hits, or a password. */
export function SecretPad({
  pin,
  first = true,
  action,
  pending,
  error,
  onGive,
}: {
  /** The person has one; otherwise the password is asked for. */
  pin: boolean;
  /** It is typed first: the focus goes there. */
  first?: boolean;
  action: string;
  pending: boolean;
  error: unknown;
  onGive: (secret: string) => void;
}) {
  const [secret, setSecret] = useState("");
  const [byPin, setByPin] = useState(pin);
  const form = useRef<HTMLFormElement>(null);
  useEffect(() => {
    if (first) {
      form.current?.querySelector("input")?.focus();
    }
  }, [byPin, first]);
  function submit(event: SubmitEvent) {
    event.preventDefault();
    onGive(secret);
    setSecret("");
  }
  return (
    <form ref={form} onSubmit={submit} className="flex max-w-sm flex-col gap-3">
      <Field
        label={byPin ? "PIN" : "Password"}
        type="password"
        inputMode={byPin ? "none" : undefined}
        autoComplete={byPin ? "off" : "current-password"}
        required
        className="[&_input]:min-h-14 [&_input]:text-2xl"
        value={secret}
        onChange={(event) => setSecret(event.target.value)}
      />
      {byPin && (
        <div role="group" aria-label="Keys" className="grid grid-cols-3 gap-2">
          {[...keys, "Clear", "0", "Take the last one back"].map((name) => (
            <Key
              key={name}
              name={name}
              onStrike={() => setSecret(name === "Clear" ? "" : name.length > 1 ? secret.slice(0, -1) : secret + name)}
            />
          ))}
        </div>
      )}
      <ErrorMessage error={error} />
      <Button kind="act" type="submit" disabled={pending} className="min-h-14 text-lg">
        {action}
      </Button>
      {pin && (
        <Button
          kind="quiet"
          onClick={() => {
            setByPin(!byPin);
            setSecret("");
          }}
        >
          {byPin ? "The password instead" : "The PIN instead"}
        </Button>
      )}
    </form>
  );
}

/** It leaves the focus in the box above: Enter signs, and does not strike the last key again. */
function Key({ name, onStrike }: { name: string; onStrike: () => void }) {
  const back = name.startsWith("Take");
  return (
    <button
      type="button"
      aria-label={back ? name : undefined}
      onPointerDown={(event) => event.preventDefault()}
      onMouseDown={(event) => event.preventDefault()}
      onClick={onStrike}
      className={clsx(
        "min-h-16 border border-ink bg-sheet font-semibold active:bg-act active:text-on-act",
        name === "Clear" ? "text-base" : "text-2xl",
      )}
    >
      {back ? <Delete aria-hidden className="mx-auto" /> : name}
    </button>
  );
}
