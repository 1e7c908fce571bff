package onward.sentry.core.card;

import java.util.Objects;
import java.util.OptionalDouble;

/**
 * A sensor that meets the gas of a step.
 *
 * @param setPoint the concentration wanted, in the sensor's unit; empty: the sensor's span set point
 */
public record Target(int slot, Purpose purpose, OptionalDouble setPoint) {

    /**
     * Checks the limits.
     *
     * @param slot slot of the sensor, from 1
     * @param purpose what the application is for
     * @param setPoint the concentration wanted, in the sensor's unit; empty: the sensor's span set point
     * @throws onward.sentry.core.working.Refused where a limit is broken; the refusal names the field
     */
    public Target {
        Objects.requireNonNull(purpose, "purpose");
        Objects.requireNonNull(setPoint, "setPoint");
    }

    /**
     * {@return a target without a level of its own}
     *
     * @param slot slot of the sensor, from 1
     * @param purpose what the application is for
     */
    public static Target of(int slot, Purpose purpose) {
        return new Target(slot, purpose, OptionalDouble.empty());
    }
}
