package onward.sentry.core.rig;

import java.util.Objects;
import java.util.Optional;
import onward.sentry.core.working.Refusal;

/** How a model takes its sample in. */
public sealed interface Intake {

    /** {@return the only delivery that the maker allows; empty: any that suits the intake} */
    Optional<Delivery> delivery();

    /**
     * Gas is led over the sensors in a cup, hood or mouthpiece, or along a line with a meter of its own.
     *
     * @param least L/min; below it room air gets in
     * @param most L/min; above it gas is wasted and the cup is pressurised
     */
    record Cup(double least, double most, Optional<Delivery> delivery) implements Intake {

        /**
         * Any delivery that leads a flow over the sensors.
         *
         * @param least lowest flow, L/min
         * @param most highest flow, L/min
         */
        public Cup(double least, double most) {
            this(least, most, Optional.empty());
        }

        /**
         * Checks the limits.
         *
         * @param least L/min; below it room air gets in
         * @param most L/min; above it gas is wasted and the cup is pressurised
         * @param delivery how gas gets to the sensors; empty: the usual way
         * @throws onward.sentry.core.working.Refused with code {@code intake-flow}
         */
        public Cup {
            delivery = Objects.requireNonNullElse(delivery, Optional.empty());
            Refusal.unless(
                    least > 0 && most >= least && most <= 20,
                    "intake-flow",
                    "intake",
                    "The flow of a cup runs from above 0 to at most 20 L/min, least first; was " + least + " to " + most
                            + ".",
                    "Take both from the instrument's manual.");
        }
    }

    /**
     * A pump draws the sample.
     *
     * @param draws L/min
     * @param takesRegulator its inlet may be joined to a fixed flow without a tee
     */
    record Pumped(double draws, boolean takesRegulator, Optional<Delivery> delivery) implements Intake {

        /**
         * Any delivery that a pump can draw from.
         *
         * @param draws flow that the pump draws, L/min, above 0
         * @param takesRegulator whether it draws through a demand regulator
         */
        public Pumped(double draws, boolean takesRegulator) {
            this(draws, takesRegulator, Optional.empty());
        }

        /**
         * Checks the limits.
         *
         * @param draws L/min
         * @param takesRegulator its inlet may be joined to a fixed flow without a tee
         * @param delivery how gas gets to the sensors; empty: the usual way
         * @throws onward.sentry.core.working.Refused with code {@code intake-pump}
         */
        public Pumped {
            delivery = Objects.requireNonNullElse(delivery, Optional.empty());
            Refusal.unless(
                    draws > 0 && draws <= 5,
                    "intake-pump",
                    "intake",
                    "A pump draws above 0 and at most 5 L/min, not " + draws + ".",
                    "0.2 to 0.5 L/min is typical.");
        }
    }
}
