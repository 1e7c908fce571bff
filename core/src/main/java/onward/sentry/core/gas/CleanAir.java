package onward.sentry.core.gas;

/**
 * What a sensor must read in clean air.
 *
 * <p>Source: dry air at sea level, rounded to what displays show.
 */
public final class CleanAir {

    /** Oxygen in dry clean air, vol%. */
    public static final double OXYGEN_VOL_PERCENT = 20.9;

    /** Carbon dioxide in outdoor air, vol%: its sensors do not read 0 there, and charcoal does not take it out. */
    public static final double CARBON_DIOXIDE_VOL_PERCENT = 0.04;

    private CleanAir() {}

    /**
     * {@return the reading that a sensor for this gas has in clean air: oxygen 20.9 vol%, carbon dioxide 0.04 vol% (400
     * ppm), any other gas 0}
     *
     * @param gas the gas
     * @param unit the sensor's unit, in which the reading is given
     */
    public static double readingOf(Gas gas, Unit unit) {
        if (gas.isOxygen()) {
            return inUnit(gas, OXYGEN_VOL_PERCENT, unit);
        }
        return gas.isCarbonDioxide() ? inUnit(gas, CARBON_DIOXIDE_VOL_PERCENT, unit) : 0;
    }

    private static double inUnit(Gas gas, double volPercent, Unit unit) {
        return Conversion.of(gas, LelBasis.HANDBOOK)
                .convert(Concentration.of(volPercent, Unit.VOL_PERCENT), unit)
                .value();
    }
}
