package onward.sentry.trials;

import onward.sentry.core.diagnosis.Diagnosis;

/**
 * What was suspected when a run was over.
 *
 * @param failed something had failed in it, and stood
 */
public record Told(Diagnosis diagnosis, boolean failed) {

    boolean isSilent() {
        return diagnosis.suspects().isEmpty();
    }
}
