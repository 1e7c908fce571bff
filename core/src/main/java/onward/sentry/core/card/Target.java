package onward.sentry.core.card;

import java.util.Objects;
import java.util.OptionalDouble;

/**
 * A sensor that meets the gas of a step.
 *
 * @param setPoint the concentration wanted, in the sensor's unit; empty: the sensor's span set point
 */
public record Target(int slot, Purpose purpose, OptionalDouble setPoint) {

    public Target {
        Objects.requireNonNull(purpose, "purpose");
        Objects.requireNonNull(setPoint, "setPoint");
    }

    public static Target of(int slot, Purpose purpose) {
        return new Target(slot, purpose, OptionalDouble.empty());
    }
}
