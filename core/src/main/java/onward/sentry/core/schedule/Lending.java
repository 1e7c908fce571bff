package onward.sentry.core.schedule;

import static onward.sentry.core.working.Figures.day;

import java.time.LocalDate;
import java.util.Optional;
import onward.sentry.core.working.Refusal;

/**
 * A detector is with somebody else for a while.
 *
 * @param to a crew or a person, 1 to 60 characters
 * @param on since when
 * @param backBy when it is expected back; empty: open
 */
public record Lending(String to, LocalDate on, Optional<LocalDate> backBy) {

    private static final int MOST_LETTERS = 60;

    /**
     * Checks the limits, strips blanks.
     *
     * @param to a crew or a person, 1 to 60 characters
     * @param on since when
     * @param backBy when it is expected back; empty: open
     * @throws onward.sentry.core.working.Refused with one of the codes {@code lent-to}, {@code lent-back-by}
     */
    public Lending {
        to = to.strip();
        Refusal.unless(
                !to.isEmpty() && to.length() <= MOST_LETTERS,
                "lent-to",
                "to",
                "Say with whom it is, in 1 to " + MOST_LETTERS + " characters.",
                "A crew or a person, for example Quarry crew.");
        Refusal.unless(
                backBy.isEmpty() || !backBy.get().isBefore(on),
                "lent-back-by",
                "backBy",
                "It cannot be back on " + backBy.map(d -> day(d)).orElse("") + ", before it goes out on " + day(on)
                        + ".",
                "Give that day or a later one, or leave it open.");
    }

    /** {@code "With Quarry crew since 2026-03-02, back by 2026-03-09."}, and when it has to be called back. */
    String words(LocalDate due, LocalDate today) {
        var back = backBy.map(by -> by.isBefore(today) ? ", was to be back by " + day(by) : ", back by " + day(by))
                .orElse("");
        var call = due.isBefore(today)
                ? " Overdue since " + day(due) + ": call it back, it must not be used."
                : due.equals(today) ? " Due today: call it back." : "";
        return "With " + to + " since " + day(on) + back + "." + call;
    }

    /** Last day on which {@link #words} says the same. */
    LocalDate saysTheSameUntil(LocalDate due, LocalDate today) {
        var until = due.isBefore(today) ? LocalDate.MAX : due.equals(today) ? today : due.minusDays(1);
        return backBy.filter(by -> !by.isBefore(today) && by.isBefore(until)).orElse(until);
    }
}
