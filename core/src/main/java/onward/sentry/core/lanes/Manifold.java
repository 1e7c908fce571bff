package onward.sentry.core.lanes;

import static onward.sentry.core.working.Refusal.unless;

import java.util.List;
import java.util.Locale;

/** What may hang on one manifold: detectors of one model, each once. How many, {@code RunState.MOST_ON_MANIFOLD} says. */
public final class Manifold {

    private Manifold() {}

    /**
     * {@code ["Quoin 4", "Mote CO"]} is refused, and a serial that is named twice, however it is written.
     *
     * @param serials of the detectors
     * @param models of the detectors, in the order of their serials
     * @throws onward.sentry.core.working.Refused when they do not go together
     */
    public static void check(List<String> serials, List<String> models) {
        var different = models.stream().distinct().toList();
        unless(
                different.size() == 1,
                "manifold-models",
                "serials",
                "One manifold serves one model; these are " + String.join(", ", different) + ".",
                "Put each model on a manifold of its own.");
        unless(
                serials.stream()
                                .map(serial -> serial.toLowerCase(Locale.ROOT))
                                .distinct()
                                .count()
                        == serials.size(),
                "manifold-twice",
                "serials",
                "A detector hangs on a manifold once; one of " + String.join(", ", serials) + " is named twice.",
                "Name each detector once.");
    }
}
