package onward.sentry.core.policy;

import java.time.Duration;
import java.time.Instant;
import java.util.Objects;
import java.util.Optional;
import onward.sentry.core.working.Refusal;

/**
 * How somebody shows at signing that it is them, and what becomes of a device that is left.
 *
 * @param proof when a PIN or password is asked for again
 * @param lockMinutes without a touch until a device locks itself, 0 to 240; 0: it never does
 * @param countersigned whether somebody whose competence has ended may work under a lead's countersignature
 */
public record Signing(Proof proof, int lockMinutes, boolean countersigned) {

    /** When a PIN or password is asked for again. */
    public enum Proof {
        /** Never: whoever is signed in signs. */
        SESSION,
        /** When the last proof is older than {@link #RECENT}. */
        RECENT,
        /** At each signature. */
        EACH
    }

    /** How long a proof holds where it is not asked for each time. */
    public static final Duration RECENT = Duration.ofMinutes(15);

    /** How long after a proof the signature that it was given for must have come. */
    private static final Duration AT_ONCE = Duration.ofMinutes(1);

    /** What ships: a proof holds for a quarter of an hour, a device locks after as long, nobody is countersigned for. */
    public static final Signing SHIPPED = new Signing(Proof.RECENT, 15, false);

    /**
     * Checks the limits.
     *
     * @param proof when a PIN or password is asked for again
     * @param lockMinutes without a touch until a device locks itself, 0 to 240; 0: it never does
     * @param countersigned whether somebody whose competence has ended may work under a lead's countersignature
     * @throws onward.sentry.core.working.Refused with code {@code policy-lock}
     */
    public Signing {
        Objects.requireNonNull(proof, "proof");
        Refusal.unless(
                lockMinutes >= 0 && lockMinutes <= 240,
                "policy-lock",
                "signing.lockMinutes",
                "A device locks after 0 to 240 minutes, not " + lockMinutes + ".",
                "0 leaves it open; 15 is usual.");
    }

    /**
     * {@return whether a PIN or password is asked for before a signature}
     *
     * <p>Example: with {@code RECENT}, proved at 08:00, at 08:14 returns {@code false}, at 08:16 {@code true}.
     *
     * @param proved when the last proof was given that no signature has used up; empty: never
     * @param now the moment
     */
    public boolean isWanted(Optional<Instant> proved, Instant now) {
        return switch (proof) {
            case SESSION -> false;
            case RECENT -> !isWithin(RECENT, proved, now);
            case EACH -> !isWithin(AT_ONCE, proved, now);
        };
    }

    /** {@return whether one proof is good for one signature only} */
    public boolean countsForOneSignature() {
        return proof == Proof.EACH;
    }

    private static boolean isWithin(Duration most, Optional<Instant> proved, Instant now) {
        return proved.filter(at -> !at.isAfter(now) && !now.isAfter(at.plus(most)))
                .isPresent();
    }
}
