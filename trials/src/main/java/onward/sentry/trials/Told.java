package onward.sentry.trials;

import onward.sentry.core.diagnosis.Diagnosis;

/**
 * What was suspected when a run was over.
 *
 * @param failed something had failed in it, and stood
 * @param held nothing was set, because of room air in the gas
 */
public record Told(Diagnosis diagnosis, boolean failed, boolean held) {

    boolean isSilent() {
        return diagnosis.suspects().isEmpty();
    }
}
