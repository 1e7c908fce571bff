package onward.sentry.core.plan;

import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * Gas and regulator that several jobs share: it is set up once on a day and serves them all.
 *
 * @param key tells set-ups apart
 * @param words for people, for example {@code "the mix for Quoin 4"}
 * @param lastDay on which a cylinder that is on the shelf still holds gas for it and is in date; empty: there is none
 */
public record GasSetUp(String key, String words, Optional<LocalDate> lastDay) {

    /**
     * {@return what a model's job is set up with: for each gas that it needs the cylinder that serves most models, so that
     * they can share it, and of those the one that lasts longest} It serves as long as any cylinder has each gas.
     *
     * @param model name of the model
     * @param sources for each gas of the job, in its order, the cylinders that serve it
     */
    public static GasSetUp of(String model, List<List<GasSource>> sources) {
        if (sources.stream().anyMatch(List::isEmpty)) {
            return new GasSetUp("none for " + model, "gas for " + model, Optional.empty());
        }
        var best = Comparator.comparingInt(GasSource::serves)
                .thenComparing(GasSource::lastDay)
                .thenComparing(GasSource::tag);
        var tags = sources.stream()
                .map(some -> some.stream().max(best).orElseThrow().tag())
                .distinct()
                .collect(Collectors.joining(", "));
        var last = sources.stream()
                .map(some -> some.stream()
                        .map(GasSource::lastDay)
                        .max(Comparator.naturalOrder())
                        .orElseThrow())
                .min(Comparator.naturalOrder())
                .orElse(LocalDate.MAX);
        var words = tags.isEmpty() ? "no gas" : tags;
        return new GasSetUp(words, words, Optional.of(last));
    }

    /**
     * {@return whether a cylinder serves it on that day}
     *
     * @param day the day to look at
     */
    public boolean servesOn(LocalDate day) {
        return lastDay.filter(last -> !day.isAfter(last)).isPresent();
    }
}
