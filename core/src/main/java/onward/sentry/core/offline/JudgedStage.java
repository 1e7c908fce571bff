package onward.sentry.core.offline;

import java.util.Optional;
import onward.sentry.core.cylinder.LabelLine;
import onward.sentry.core.measure.GasTaking.Taken;
import onward.sentry.core.measure.Measured;
import onward.sentry.core.result.SensorOutcome;

/**
 * What one sensor came to in a stage.
 *
 * @param measured the reading as it went into the judgement; empty in clean air and where none was taken
 * @param label what the cylinder has for this sensor; empty in clean air and on gas that is not allowed
 * @param at run time at which it was judged, ms
 * @param fresh gas came on with the stage, so that the rise can be timed
 */
public record JudgedStage(
        BareStage stage,
        SensorOutcome outcome,
        Optional<Measured> measured,
        Optional<LabelLine> label,
        long at,
        boolean fresh) {

    JudgedStage(BareStage stage, Taken taken, Optional<LabelLine> label, long at, boolean fresh) {
        this(stage, taken.outcome(), taken.measured(), label, at, fresh);
    }

    /** In clean air, and on gas that is not allowed. */
    static JudgedStage unmeasured(BareStage stage, SensorOutcome outcome, long at) {
        return new JudgedStage(stage, outcome, Optional.empty(), Optional.empty(), at, true);
    }

    int slot() {
        return outcome.slot();
    }

    /** Run time at which the stage began, ms. */
    long from() {
        return Math.round(1000 * stage.fromSeconds());
    }

    /** Whether both met the same gas at once. */
    boolean isWith(JudgedStage other) {
        return from() == other.from() && stage.cylinder().equals(other.stage().cylinder());
    }
}
