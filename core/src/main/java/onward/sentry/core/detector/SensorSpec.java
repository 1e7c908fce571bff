package onward.sentry.core.detector;

import java.util.Objects;
import onward.sentry.core.gas.CleanAir;
import onward.sentry.core.gas.Gas;
import onward.sentry.core.gas.GasLibrary;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.working.Figures;

/**
 * What a slot of a model holds: target gas, technology, unit, range, resolution and set points.
 *
 * @param slot 1 to 7
 * @param rangeMax end of the measuring range, in {@code unit}
 * @param resolution one step of the display, in {@code unit}, above zero
 * @param t90Seconds time to 90 % that the maker states, seconds
 * @param spanSetPoint the concentration that the instrument expects at span, in {@code unit}
 */
public record SensorSpec(
        int slot,
        String gasId,
        Technology technology,
        Unit unit,
        double rangeMax,
        double resolution,
        Alarms alarms,
        double t90Seconds,
        double spanSetPoint) {

    public SensorSpec {
        Objects.requireNonNull(gasId, "gasId");
        Objects.requireNonNull(technology, "technology");
        Objects.requireNonNull(unit, "unit");
        Objects.requireNonNull(alarms, "alarms");
        if (slot < 1 || slot > 7) {
            throw new IllegalArgumentException("a detector has slots 1 to 7, not " + slot);
        }
        if (!(rangeMax > 0 && resolution > 0 && t90Seconds > 0 && spanSetPoint > 0)) {
            throw new IllegalArgumentException("slot " + slot + ": range, resolution, t90 and set point are above 0");
        }
    }

    public Gas gas() {
        return GasLibrary.shipped().gas(gasId);
    }

    public boolean isOxygen() {
        return gas().isOxygen();
    }

    /** 20.9 for oxygen, else 0. */
    public double cleanAirReading() {
        return CleanAir.readingOf(gas());
    }

    /** A reading as the display would show it, with its unit: {@code "36.8 ppm"}. */
    public String shown(double reading) {
        return Figures.at(reading, resolution) + " " + unit.symbol();
    }

    /** Time constant of the first-order response: t90 / ln 10, seconds. */
    public double timeConstantSeconds() {
        return t90Seconds / Math.log(10);
    }
}
