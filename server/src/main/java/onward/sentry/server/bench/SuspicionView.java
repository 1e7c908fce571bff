package onward.sentry.server.bench;

import java.util.List;
import java.util.Optional;
import onward.sentry.core.suspect.NextTry;
import onward.sentry.core.suspect.Suspicion;
import onward.sentry.core.working.Working;

/**
 * What to suspect after a failure, the likeliest first.
 *
 * @param next the one thing to try that decides most
 * @param atTheBench it can be done before another try
 * @param apart whether the evidence tells the first from the second
 */
record SuspicionView(Optional<String> next, boolean atTheBench, boolean apart, List<SuspectView> suspects) {

    private static final int MOST_SHOWN = 4;

    /** @param tries what would show it */
    record SuspectView(String words, String tries, Working working) {}

    static SuspicionView of(Suspicion suspicion) {
        return new SuspicionView(
                suspicion.next().map(NextTry::words),
                suspicion.next().filter(next -> next != NextTry.SERVICE_SENSOR).isPresent(),
                suspicion.apart(),
                suspicion.suspects().stream()
                        .limit(MOST_SHOWN)
                        .map(s -> new SuspectView(
                                s.cause().words(), s.cause().shownBy().words(), s.working()))
                        .toList());
    }
}
