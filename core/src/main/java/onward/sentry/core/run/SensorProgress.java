package onward.sentry.core.run;

import java.util.function.LongFunction;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.trace.Stability;

/** How far a sensor has got in the stage its run is in. */
public enum SensorProgress {
    /** Nothing is measured on it. */
    IDLE("idle"),
    /** Measured, and not settled. */
    SETTLING("not settled"),
    /** Measured and settled. */
    SETTLED("settled"),
    /** Its reading was taken. */
    ACCEPTED("accepted"),
    /** It failed in this stage. */
    FAILED("failed");

    private final String label;

    SensorProgress(String label) {
        this.label = label;
    }

    /** {@return the words for screens and records} */
    public String label() {
        return label;
    }

    static SensorProgress of(RunState state, SensorSpec sensor, LongFunction<Stability> stabilitySince) {
        int slot = sensor.slot();
        if (state.unzeroed().contains(slot)) {
            return state.zeroStartedAt().isPresent()
                    ? moving(stabilitySince.apply(state.zeroStartedAt().getAsLong()))
                    : IDLE;
        }
        if (state.undecidedTargets().stream().anyMatch(t -> t.slot() == slot)) {
            return state.gasOpenedAt().isPresent()
                    ? moving(stabilitySince.apply(state.gasOpenedAt().getAsLong()))
                    : IDLE;
        }
        if (state.standing(slot).stream().anyMatch(o -> o.judgement().verdict() == Verdict.FAIL)) {
            return FAILED;
        }
        return state.outcomes(slot).isEmpty() ? IDLE : ACCEPTED;
    }

    private static SensorProgress moving(Stability stability) {
        return stability.settled() ? SETTLED : SETTLING;
    }
}
