package onward.sentry.core.plan;

import java.time.LocalDate;
import java.util.Optional;

/**
 * Gas and regulator that several jobs share: it is set up once on a day and serves them all.
 *
 * @param key tells set-ups apart
 * @param words for people, for example {@code "the mix for Quoin 4"}
 * @param lastDay on which a cylinder that is on the shelf still holds gas for it and is in date; empty: there is none
 */
public record GasSetUp(String key, String words, Optional<LocalDate> lastDay) {

    public boolean servesOn(LocalDate day) {
        return lastDay.filter(last -> !day.isAfter(last)).isPresent();
    }
}
