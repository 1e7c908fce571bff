package onward.sentry.core.evidence;

import java.util.List;

/**
 * What was seen, and what is known beside it.
 *
 * @param askedFrom run time from which moments count in full, ms: what failed last is asked about
 */
public record Evidence(List<Observation> observations, Setting setting, long askedFrom) {

    private static final double EARLIER_COUNTS = 0.05;

    /**
     * Copies what it is given.
     *
     * @param observations what readings and events show
     * @param setting what is known of the run
     * @param askedFrom run time from which moments count in full, ms: what failed last is asked about
     */
    public Evidence {
        observations = List.copyOf(observations);
    }

    /**
     * {@return how much a moment counts} Clean air always counts in full.
     *
     * @param moment the moment of the run
     */
    public double weight(Moment moment) {
        return moment.isOnGas() && moment.at() < askedFrom ? EARLIER_COUNTS : 1;
    }
}
