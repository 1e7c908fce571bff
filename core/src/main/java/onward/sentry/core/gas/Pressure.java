package onward.sentry.core.gas;

import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;

/**
 * Station pressure and what follows from it for instruments that feel partial pressure. Never the weather report's
 * sea-level figure.
 *
 * <p>Source: the standard atmosphere (ISO 2533) and the law of partial pressures.
 */
public final class Pressure {

    /** Standard atmosphere at sea level, kPa. */
    public static final double SEA_LEVEL = 101.325;

    private static final double HIGHEST_METRES = 11_000;
    private static final double LOWEST_METRES = -430;
    private static final double LEAST_KPA = 20;
    private static final double MOST_KPA = 110;

    private Pressure() {}

    /**
     * {@return pressure of the standard atmosphere, {@code 101.325 · (1 − 2.25577e-5 · h)^5.25588} kPa (ISO 2533): 500 m
     * returns 95.461}
     *
     * @param metres altitude above sea level, −430 to 11,000
     */
    public static double at(double metres) {
        Refusal.unless(
                metres >= LOWEST_METRES && metres <= HIGHEST_METRES,
                "altitude",
                "altitude_m",
                "The altitude is " + Figures.upTo(LOWEST_METRES, 0) + " to 11,000 m, not " + Figures.upTo(metres, 1)
                        + " m.",
                "Give metres above sea level.");
        return SEA_LEVEL * Math.pow(1 - 2.25577e-5 * metres, 5.25588);
    }

    /**
     * {@return what a dry-gas label means here, {@code label · P ÷ 101.325}: 0.100 at 95.461 kPa returns 0.09421}
     *
     * @param label what the label states, in the unit of the sensor
     * @param kilopascals absolute pressure, kPa
     */
    public static double expected(double label, double kilopascals) {
        return label * checked(kilopascals) / SEA_LEVEL;
    }

    /**
     * {@return what an oxygen or infrared cell reads that was set at one pressure and moved to another: {@code true · P ÷
     * P_set}}
     *
     * @param trueValue true concentration, in the unit of the sensor
     * @param kilopascals absolute pressure, kPa
     * @param setAtKilopascals absolute pressure at the span, kPa
     */
    public static double readingAfterMove(double trueValue, double kilopascals, double setAtKilopascals) {
        return trueValue * checked(kilopascals) / checked(setAtKilopascals);
    }

    private static double checked(double kilopascals) {
        Refusal.unless(
                kilopascals >= LEAST_KPA && kilopascals <= MOST_KPA,
                "pressure",
                "kpa",
                "Station pressure is 20 to 110 kPa, not " + Figures.upTo(kilopascals, 3) + " kPa.",
                "Read the barometer in kPa (1013 hPa are 101.3 kPa).");
        return kilopascals;
    }
}
