package onward.sentry.core.policy;

import java.time.LocalDate;
import java.util.Objects;
import java.util.Optional;
import onward.sentry.core.working.Refusal;

/**
 * What somebody is qualified for, as procedure cards ask for it, for example {@code breath alcohol}.
 *
 * @param name 1 to 60 characters
 * @param until the last day on which it holds; empty: it has no end
 */
public record Competence(String name, Optional<LocalDate> until) {

    private static final int MOST_LETTERS = 60;

    /**
     * Checks the limits, strips blanks.
     *
     * @param name 1 to 60 characters
     * @param until the last day on which it holds; empty: it has no end
     * @throws onward.sentry.core.working.Refused with code {@code competence-name}
     */
    public Competence {
        Objects.requireNonNull(until, "until");
        name = name.strip();
        Refusal.unless(
                !name.isEmpty() && name.length() <= MOST_LETTERS,
                "competence-name",
                "competence",
                "A competence has a name of 1 to " + MOST_LETTERS + " characters, not " + name.length() + ".",
                "Write it as the procedure card does, for example 'breath alcohol'.");
    }

    /**
     * {@return whether it holds on a day; the last day is included: with {@code until} of 2026-03-02 it holds on 2026-03-02
     * and not on 2026-03-03}
     *
     * @param day the day to look at
     */
    public boolean holdsOn(LocalDate day) {
        return until.map(last -> !day.isAfter(last)).orElse(true);
    }
}
