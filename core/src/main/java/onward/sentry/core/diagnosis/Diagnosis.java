package onward.sentry.core.diagnosis;

import java.util.List;
import java.util.Optional;
import onward.sentry.core.card.NextTry;
import onward.sentry.core.evidence.Evidence;
import onward.sentry.core.evidence.History;
import onward.sentry.core.evidence.RunEvidence;
import onward.sentry.core.gas.CrossSensitivity;
import onward.sentry.core.run.RunState;
import onward.sentry.core.run.RunTraces;

/**
 * What may be behind what a run shows, the likeliest first.
 *
 * <p>Of methane, carbon monoxide and hydrogen sulfide at 53 % each with oxygen at 18.3 where 16 was due: room air gets into
 * the gas, about 47 % of it; try tubing and adapter.
 *
 * @param suspects those that are likely enough to be named; none where nothing speaks for any
 * @param next the one thing to try that tells most for its cost; empty without a suspect
 */
public record Diagnosis(List<Suspect> suspects, Optional<NextTry> next) {

    /** Nothing can be said. */
    public static final Diagnosis NONE = new Diagnosis(List.of(), Optional.empty());

    /**
     * Copies what it is given.
     *
     * @param suspects those that are likely enough to be named; none where nothing speaks for any
     * @param next the one thing to try that tells most for its cost; empty without a suspect
     */
    public Diagnosis {
        suspects = List.copyOf(suspects);
    }

    /**
     * Of a whole run, by all that it shows: it speaks of a failure that stands, and of a pattern in a run that passed.
     *
     * @param state of the run
     * @param traces readings of all sensors
     * @param history what is on record of earlier runs
     * @param cross how each cell responds to other gases
     * @return the likely causes, the likeliest first
     */
    public static Diagnosis of(RunState state, RunTraces traces, History history, CrossSensitivity cross) {
        return of(RunEvidence.of(state, traces, history, cross));
    }

    /**
     * By whatever was seen.
     *
     * @param evidence what the readings show
     * @return the likely causes, the likeliest first
     */
    public static Diagnosis of(Evidence evidence) {
        return Inference.of(evidence);
    }

    /** {@return whether what was seen tells the likeliest from all others} */
    public boolean apart() {
        return suspects.stream().filter(Suspect::alike).count() <= 1;
    }
}
