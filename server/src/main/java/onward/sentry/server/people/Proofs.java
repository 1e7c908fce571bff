package onward.sentry.server.people;

import onward.sentry.core.policy.Pin;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;
import org.springframework.stereotype.Component;

/** Holds what somebody gives as PIN or password against what is theirs. */
@Component
public class Proofs {

    private final People people;
    private final SignInGuard guard;
    private final AuditLog audit;

    Proofs(People people, SignInGuard guard, AuditLog audit) {
        this.people = people;
        this.guard = guard;
        this.audit = audit;
    }

    /** @throws Refused when it is not the person's password, or the name is closed */
    void checkPassword(String signInName, String password) {
        guard.attempt(signInName);
        Refusal.unless(
                people.isPassword(signInName, password),
                "password-before",
                "password",
                "This is not your password.",
                "Type it again, or ask an administrator for a new one.");
        guard.succeeded(signInName);
    }

    /**
     * @param secret PIN or password
     * @throws Refused when it is neither, when the name is closed, or when too many wrong PINs have closed the PIN
     */
    public void check(String signInName, String secret) {
        boolean pin = Pin.looksLikeOne(secret);
        Refusal.unless(
                !pin || !people.isPinClosed(signInName),
                "pin-closed",
                "secret",
                Pin.MOST_FAILURES + " wrong PINs in a row: the PIN is closed.",
                "Give your password; it opens the PIN again.");
        guard.attempt(signInName);
        if (pin ? people.isPin(signInName, secret) : people.isPassword(signInName, secret)) {
            guard.succeeded(signInName);
            return;
        }
        audit.note(AuditLog.Kind.PROOF_FAILED, signInName, pin ? "PIN" : "password");
        throw new Refused(new Refusal(
                "proof-wrong",
                "secret",
                pin ? "That is not your PIN." : "That is not your password.",
                "Try again, or ask an administrator for a new password."));
    }
}
