package onward.sentry.core.suspect;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * What is suspected, the likeliest first.
 *
 * @param suspects ranked
 * @param next the one thing to try that decides most; empty without a suspect
 * @param apart whether the evidence tells the first cause from the second
 */
public record Suspicion(List<Suspect> suspects, Optional<NextTry> next, boolean apart) {

    public static final Suspicion NONE = new Suspicion(List.of(), Optional.empty(), true);

    /** Two causes whose weights are nearer than this are not told apart. */
    private static final double APART = 0.15;
    /** What was tried and moved nothing is hardly the cause. */
    private static final double TRIED_IN_VAIN = 0.2;

    static Suspicion of(List<Suspect> found, List<Evidence.Tried> tried) {
        var ranked = found.stream()
                .map(suspect ->
                        tried.stream().anyMatch(t -> t.what() == suspect.cause().shownBy() && !t.moved())
                                ? suspect.times(TRIED_IN_VAIN)
                                : suspect)
                .sorted(Comparator.comparingDouble(Suspect::weight).reversed())
                .toList();
        if (ranked.isEmpty()) {
            return NONE;
        }
        var near = ranked.stream()
                .filter(s -> s.weight() > ranked.get(0).weight() - APART)
                .toList();
        // Where causes cannot be told apart, the cheapest thing that shows one of them decides most.
        var next = near.stream().map(s -> s.cause().shownBy()).min(Comparator.naturalOrder());
        return new Suspicion(ranked, next, near.size() == 1);
    }
}
