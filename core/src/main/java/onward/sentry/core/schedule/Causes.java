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

    public Causes {
        open = open.stream().sorted(ORDER).toList();
    }

    /** Of these, each event once. */
    public static Causes of(Collection<Cause> causes) {
        var set = NONE;
        for (var cause : causes) {
            set = set.plus(cause);
        }
        return set;
    }

    /** With one more; the same event a second time changes nothing. */
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
     * @param source of the event
     */
    public Causes without(Cause.Kind kind, String source) {
        return leaving(cause -> cause.kind() == kind && cause.source().equals(source));
    }

    /** Without what a good calibration of that day settles. */
    public Causes settledBy(LocalDate calibrated) {
        return leaving(cause -> cause.isSettledBy(calibrated));
    }

    private Causes leaving(Predicate<Cause> lifted) {
        return new Causes(open.stream().filter(lifted.negate()).toList());
    }

    public boolean isEmpty() {
        return open.isEmpty();
    }

    /** Since when: the cause of the earliest day. */
    public Optional<Cause> first() {
        return open.stream().findFirst();
    }

    /**
     * All of them in one line, the earliest first: {@code "dropped or hit; cylinder HM-01 recalled: label wrong"}; empty
     * when there is none.
     */
    public String words() {
        return String.join("; ", open.stream().map(Cause::words).distinct().toList());
    }
}
