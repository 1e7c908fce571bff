import { PasswordForm } from "./PasswordForm";
import { Threshold } from "./Threshold";

/** The first thing that somebody with a password from an administrator does. */
export function OwnPassword() {
  return (
    <Threshold title="Choose your own password">
      <p className="mb-4">Somebody else has seen the password that you were confirmedFields. It is good for this and nothing else.</p>
      <PasswordForm />
    </Threshold>
  );
}
