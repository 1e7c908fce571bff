package onward.sentry.server.bench;

import java.util.List;
import java.util.Optional;
import onward.sentry.core.card.NextTry;
import onward.sentry.core.diagnosis.Cause;
import onward.sentry.core.diagnosis.Diagnosis;
import onward.sentry.core.working.Derivation;

/**
 * What may be behind what a run shows, the likeliest first.
 *
 * @param next the one thing to try that tells most for its cost
 * @param apart what was seen tells the likeliest from all others
 */
record DiagnosisView(Optional<NextView> next, boolean apart, List<SuspectView> suspects) {

    private static final int MOST_SHOWN = 5;

    /** @param atTheBench it can be done before another try */
    record NextView(NextTry code, String words, boolean atTheBench) {}

    /**
     * @param slot of the sensor that it is about; empty where it is about the gas, the rig or the room
     * @param percent how likely it is by what was seen, of all causes together
     * @param alike what was seen does not tell it from the likeliest
     * @param tries what would show it
     */
    record SuspectView(
            Cause cause,
            String words,
            Optional<Integer> slot,
            int percent,
            boolean alike,
            String tries,
            Derivation working) {}

    static DiagnosisView of(Diagnosis diagnosis) {
        return new DiagnosisView(
                diagnosis.next().map(next -> new NextView(next, next.words(), next != NextTry.SERVICE_SENSOR)),
                diagnosis.apart(),
                diagnosis.suspects().stream()
                        .limit(MOST_SHOWN)
                        .map(s -> new SuspectView(
                                s.cause(),
                                s.cause().words(),
                                s.slot().stream().boxed().findFirst(),
                                (int) Math.round(s.percent()),
                                s.alike(),
                                s.cause().shownBy().words(),
                                s.working()))
                        .toList());
    }
}
