package onward.sentry.core.detector;

import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import onward.sentry.core.gas.CleanAir;
import onward.sentry.core.gas.Gas;
import onward.sentry.core.gas.GasLibrary;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;

/**
 * What a slot of a model holds: target gas, technology, unit, range, resolution and set points.
 *
 * @param slot 1 to 7
 * @param rangeMax end of the measuring range, in {@code unit}
 * @param resolution one step of the display, in {@code unit}, above zero
 * @param t90Seconds time to 90 % that the maker states, seconds
 * @param spanSetPoint the concentration that the instrument expects at span, in {@code unit}; of a simulant what it shall
 *     read on the gas applied
 * @param reads what it shows while it is calibrated
 * @param simulantFor the vapour that it is set to read as while methane is applied; empty: it is set on its own gas
 * @param partialPressure it feels partial pressure, so that a dry-gas label counts for sea level only
 * @param bumpDays a good bump of this sensor counts on its own day and in all on so many days, 1 to 92; empty: as the house
 *     says
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
        double spanSetPoint,
        ReadingMode reads,
        Optional<String> simulantFor,
        boolean partialPressure,
        OptionalInt bumpDays) {

    private static final int MOST_BUMP_DAYS = 92;

    /**
     * A sensor that shows raw readings of its own gas, at any pressure.
     *
     * @param slot slot of the sensor, from 1
     * @param gasId id of a gas of the library
     * @param technology how the sensor works
     * @param unit of the readings
     * @param rangeMax end of the range, in the unit
     * @param resolution step of the display, in the unit of the sensor
     * @param alarms set points of the alarms
     * @param t90Seconds time to 90 % of a step, s
     * @param spanSetPoint reading to set, in the unit
     */
    public SensorSpec(
            int slot,
            String gasId,
            Technology technology,
            Unit unit,
            double rangeMax,
            double resolution,
            Alarms alarms,
            double t90Seconds,
            double spanSetPoint) {
        this(
                slot,
                gasId,
                technology,
                unit,
                rangeMax,
                resolution,
                alarms,
                t90Seconds,
                spanSetPoint,
                ReadingMode.RAW,
                Optional.empty(),
                false,
                OptionalInt.empty());
    }

    /**
     * Checks the limits, fills in what older records leave out.
     *
     * @param slot 1 to 7
     * @param gasId id of a gas of the library
     * @param technology how the sensor works
     * @param unit of the readings
     * @param rangeMax end of the measuring range, in {@code unit}
     * @param resolution one step of the display, in {@code unit}, above zero
     * @param alarms set points of the alarms
     * @param t90Seconds time to 90 % that the maker states, seconds
     * @param spanSetPoint the concentration that the instrument expects at span, in {@code unit}; of a simulant what it
     *     shall read on the gas applied
     * @param reads what it shows while it is calibrated
     * @param simulantFor the vapour that it is set to read as while methane is applied; empty: it is set on its own gas
     * @param partialPressure it feels partial pressure, so that a dry-gas label counts for sea level only
     * @param bumpDays a good bump of this sensor counts on its own day and in all on so many days, 1 to 92; empty: as the
     *     site rules say
     * @throws onward.sentry.core.working.Refused with one of the codes {@code sensor-slot}, {@code sensor-figures}, {@code
     *     sensor-resolution}, {@code sensor-bump-days}
     */
    public SensorSpec {
        bumpDays = bumpDays == null ? OptionalInt.empty() : bumpDays;
        reads = reads == null ? ReadingMode.RAW : reads;
        simulantFor = simulantFor == null ? Optional.empty() : simulantFor;
        Objects.requireNonNull(gasId, "gasId");
        Objects.requireNonNull(technology, "technology");
        Objects.requireNonNull(unit, "unit");
        Objects.requireNonNull(alarms, "alarms");
        Refusal.unless(
                slot >= 1 && slot <= 7,
                "sensor-slot",
                "slot",
                "A detector has slots 1 to 7, not " + slot + ".",
                "Number them as the instrument does.");
        Refusal.unless(
                rangeMax > 0 && resolution > 0 && t90Seconds > 0 && spanSetPoint > 0,
                "sensor-figures",
                "rangeMax",
                "Slot " + slot + ": range, step of the display, t90 and set point are above 0.",
                "Take them from the instrument's manual.");
        Refusal.unless(
                resolution < rangeMax,
                "sensor-resolution",
                "resolution",
                "Slot " + slot + ": one step of the display, " + resolution + ", is not below the end of the range, "
                        + rangeMax + ".",
                "Take both from the instrument's manual.");
        Refusal.unless(
                bumpDays.isEmpty() || bumpDays.getAsInt() >= 1 && bumpDays.getAsInt() <= MOST_BUMP_DAYS,
                "sensor-bump-days",
                "bumpDays",
                "Slot " + slot + ": a bump counts for 1 to " + MOST_BUMP_DAYS + " days, not " + bumpDays.orElse(0)
                        + ".",
                "1 asks for one before each day's use; leave it out where the site rules decide.");
    }

    /** {@return the gas that it is made for} */
    public Gas gas() {
        return GasLibrary.shipped().gas(gasId);
    }

    /** {@return whether it measures oxygen} */
    public boolean isOxygen() {
        return gas().isOxygen();
    }

    /**
     * In the sensor's unit: 20.9 vol% for oxygen, 0.04 vol% for carbon dioxide, else 0.
     *
     * @return in the unit of the sensor
     */
    public double cleanAirReading() {
        return CleanAir.readingOf(gas(), unit);
    }

    /** {@return whether its span response is worked out from what it displays and from its history} */
    public boolean readsDisplayed() {
        return reads == ReadingMode.DISPLAYED;
    }

    /**
     * {@return the same sensor set on a gas of its own, with no simulant in between}
     *
     * @param gas id of a gas of the library
     */
    public SensorSpec setOn(String gas) {
        return new SensorSpec(
                slot,
                gas,
                technology,
                unit,
                rangeMax,
                resolution,
                alarms,
                t90Seconds,
                spanSetPoint,
                reads,
                Optional.empty(),
                partialPressure,
                bumpDays);
    }

    /**
     * {@return a reading as the display would show it, with its unit: {@code "36.8 ppm"}}
     *
     * @param reading reading, in the unit of the sensor
     */
    public String shown(double reading) {
        return Figures.at(reading, resolution) + " " + unit.symbol();
    }

    /** {@return time constant of the first-order response: t90 / ln 10, seconds} */
    public double timeConstantSeconds() {
        return t90Seconds / Math.log(10);
    }
}
