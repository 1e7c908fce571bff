package onward.sentry.core.policy;

import java.util.Objects;
import java.util.Optional;
import onward.sentry.core.gas.ReferenceValue;
import onward.sentry.core.schedule.IntervalRule.MonthDay;
import onward.sentry.core.working.Refusal;

/**
 * Where practitioners disagree, and which side this site takes.
 *
 * @param adjust whether a sensor is adjusted each time, or only when its check fails
 * @param asFoundFirst read gas before anything is adjusted: without it drift is unknown
 * @param combustible which gas sets the combustible sensors
 * @param threading how a regulator goes onto a cylinder
 * @param zeroAir where clean air for a zero comes from
 * @param accept when a reading is taken
 * @param grading how a span response becomes a verdict
 * @param guardBand whether the uncertainty is taken off the tolerance
 * @param reference against which side of the certificate a gas is taken
 * @param tries how often a zero or span may be tried where the card does not say
 * @param dueDay a weekday of the following month, also a Saturday or Sunday, on which monthly work falls due; empty: a month after the last
 * @param skipped whether a detector may go out with a skipped sensor that is disabled and labelled
 * @param inDoubt what happens before a sensor is adjusted on suspect gas; policies without it stop
 */
public record MethodOptions(
        Adjust adjust,
        boolean asFoundFirst,
        Combustible combustible,
        Threading threading,
        ZeroAir zeroAir,
        Accept accept,
        SpanGrading grading,
        boolean guardBand,
        ReferenceValue reference,
        int tries,
        Optional<MonthDay> dueDay,
        boolean skipped,
        DoubtRule inDoubt) {

    /** Room air seems to be in the gas, or a sensor left its own trend at once. */
    public enum DoubtRule {
        /** Nothing is set before gas was applied again after a change of the gas or the rig. */
        STOP,
        /** The bench warns, the record keeps the warning, and the sensors may be set. */
        WARN
    }

    /** When a sensor is adjusted. */
    public enum Adjust {
        /** Each calibration adjusts. */
        CALENDAR,
        /** A check that is in tolerance is left as it is. */
        CHECK_FIRST
    }

    /** The gas that combustible sensors are set with. */
    public enum Combustible {
        /** As the card says: the gas that will be met, or methane as a simulant for an unknown one. */
        AS_CARD,
        /** Methane, read as methane. */
        METHANE,
        /** The heavy vapour itself; such a bead can pass while it is blind to methane. */
        VAPOUR
    }

    /** How a regulator goes onto a cylinder. */
    public enum Threading {
        /** Fixed-flow regulators are opened before they are connected, demand regulators after. */
        BY_TYPE,
        /** Open the valve, then connect. */
        VALVE_OPEN,
        /** Connect, then open the valve. */
        VALVE_SHUT
    }

    /** Where the air of a zero comes from. */
    public enum ZeroAir {
        /** As the card of the model has it. */
        AS_CARD,
        /** Fresh ambient air. */
        AMBIENT,
        /** A zero-air cylinder. */
        CYLINDER
    }

    /** When a reading is taken. */
    public enum Accept {
        /** As the card of the model has it. */
        AS_CARD,
        /** As soon as the reading has settled. */
        ON_STABILITY,
        /** When it has settled, or at the deadline. */
        STABLE_OR_DEADLINE,
        /** After a fixed time. */
        COUNTDOWN
    }

    /** What ships. */
    public static final MethodOptions SHIPPED = new MethodOptions(
            Adjust.CALENDAR,
            true,
            Combustible.AS_CARD,
            Threading.BY_TYPE,
            ZeroAir.AS_CARD,
            Accept.AS_CARD,
            SpanGrading.THREE_GRADES,
            false,
            ReferenceValue.NOMINAL,
            2,
            Optional.empty(),
            false,
            DoubtRule.STOP);

    /**
     * Checks the limits, fills in what older records leave out.
     *
     * @param adjust whether a sensor is adjusted each time, or only when its check fails
     * @param asFoundFirst read gas before anything is adjusted: without it drift is unknown
     * @param combustible which gas sets the combustible sensors
     * @param threading how a regulator goes onto a cylinder
     * @param zeroAir where clean air for a zero comes from
     * @param accept when a reading is taken
     * @param grading how a span response becomes a verdict
     * @param guardBand whether the uncertainty is taken off the tolerance
     * @param reference against which side of the certificate a gas is taken
     * @param tries how often a zero or span may be tried where the card does not say
     * @param dueDay a weekday of the following month, also a Saturday or Sunday, on which monthly work falls due; empty: a
     *     month after the last
     * @param skipped whether a detector may go out with a skipped sensor that is disabled and labelled
     * @param inDoubt what happens before a sensor is adjusted on suspect gas; policies without it stop
     * @throws onward.sentry.core.working.Refused with code {@code policy-tries}
     */
    public MethodOptions {
        inDoubt = inDoubt == null ? DoubtRule.STOP : inDoubt;
        Objects.requireNonNull(adjust, "adjust");
        Objects.requireNonNull(combustible, "combustible");
        Objects.requireNonNull(threading, "threading");
        Objects.requireNonNull(zeroAir, "zeroAir");
        Objects.requireNonNull(accept, "accept");
        Objects.requireNonNull(grading, "grading");
        Objects.requireNonNull(reference, "reference");
        Objects.requireNonNull(dueDay, "dueDay");
        Refusal.unless(
                tries >= 1 && tries <= 3,
                "policy-tries",
                "schools.tries",
                "A zero or span is tried 1 to 3 times, not " + tries + ".",
                "2 is usual.");
    }
}
