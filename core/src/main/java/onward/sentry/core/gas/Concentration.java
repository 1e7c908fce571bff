package onward.sentry.core.gas;

import java.util.Objects;
import onward.sentry.core.working.Figures;

/**
 * How much of a gas there is. Never negative; a sensor's reading may be, a concentration cannot.
 *
 * @param value finite, zero or more, in {@code unit}
 * @param unit the unit of {@code value}
 */
public record Concentration(double value, Unit unit) {

    /**
     * Checks the limits.
     *
     * @param value finite, zero or more, in {@code unit}
     * @param unit the unit of {@code value}
     * @throws onward.sentry.core.working.Refused where a limit is broken; the refusal names the field
     */
    public Concentration {
        Objects.requireNonNull(unit, "unit");
        if (!Double.isFinite(value) || value < 0) {
            throw new IllegalArgumentException("concentration must be zero or more, was " + value);
        }
    }

    /**
     * {@return a concentration of a gas}
     *
     * @param value finite, 0 or more, in the unit
     * @param unit of the readings
     */
    public static Concentration of(double value, Unit unit) {
        return new Concentration(value, unit);
    }

    @Override
    public String toString() {
        return Figures.upTo(value, 4) + " " + unit.symbol();
    }
}
