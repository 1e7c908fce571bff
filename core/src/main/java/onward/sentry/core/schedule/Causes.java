package onward.sentry.core.schedule;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;

/**
 * Everything for which a detector is due at once, or a detector or cylinder is held, as a set: each cause is lifted by its
 * own event, and what is left still counts. Two recalls that cover one cylinder hold it until both are withdrawn.
 *
 * @param open in the order of their days; no two of the same event
 */
public record Causes(List<Cause> open) {

    private static final Comparator<Cause> ORDER = Comparator.comparing(Cause::on)
            .thenComparing(Cause::kind)
            .thenComparing(Cause::source)
            .thenComparing(Cause::words);

    /** Nothing. */
    public static final Causes NONE = new Causes(List.of());

    /**
     * Keeps what it is given.
     *
     * @param open in the order of their days; no two of the same event
     */
    public Causes {
        open = open.stream().sorted(ORDER).toList();
    }

    /**
     * Of these, each event once.
     *
     * @param causes why the detector is due; the order does not matter
     * @return the causes, earliest first
     */
    public static Causes of(Collection<Cause> causes) {
        var set = NONE;
        for (var cause : causes) {
            set = set.plus(cause);
        }
        return set;
    }

    /**
     * With one more; the same event a second time changes nothing.
     *
     * @param cause why the detector is due
     * @return the causes with this one
     */
    public Causes plus(Cause cause) {
        if (open.stream().anyMatch(cause::isOf)) {
            return this;
        }
        var more = new ArrayList<>(open);
        more.add(cause);
        return new Causes(more);
    }

    /**
     * Without what one event brought about: {@code without(RECALL, "r1")} leaves what recall r2 holds.
     *
     * @param kind kind of event
     * @param source of the event
     * @return the causes that remain
     */
    public Causes without(Cause.Kind kind, String source) {
        return leaving(cause -> cause.kind() == kind && cause.source().equals(source));
    }

    /**
     * Without what a good calibration of that day settles.
     *
     * @param calibrated day of the last good calibration
     * @return the causes that remain
     */
    public Causes settledBy(LocalDate calibrated) {
        return leaving(cause -> cause.isSettledBy(calibrated));
    }

    private Causes leaving(Predicate<Cause> lifted) {
        return new Causes(open.stream().filter(lifted.negate()).toList());
    }

    /** {@return whether nothing makes the detector due} */
    public boolean isEmpty() {
        return open.isEmpty();
    }

    /**
     * Since when: the cause of the earliest day.
     *
     * @return empty when nothing makes it due
     */
    public Optional<Cause> first() {
        return open.stream().findFirst();
    }

    /**
     * {@return all of them in one line, the earliest first: {@code "dropped or hit; cylinder HM-01 recalled: label wrong"};
     * empty when there is none}
     */
    public String words() {
        return String.join("; ", open.stream().map(Cause::words).distinct().toList());
    }
}
