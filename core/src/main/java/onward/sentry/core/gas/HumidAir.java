package onward.sentry.core.gas;

import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;

/**
 * Moist air holds less oxygen than dry air.
 *
 * <p>Source: the Magnus form of saturation pressure with the improved coefficients of 1996, and the law of partial
 * pressures.
 */
public final class HumidAir {

    private HumidAir() {}

    /**
     * Saturation pressure of water, {@code 0.61094 · exp(17.625 t ÷ (t + 243.04))} kPa (Magnus form, −40 to 60 °C).
     *
     * @param celsius temperature, °C
     * @return kPa
     */
    public static double saturationKilopascals(double celsius) {
        Refusal.unless(
                celsius >= -40 && celsius <= 60,
                "temperature",
                "celsius",
                "The formula holds from −40 to 60 °C, not at " + Figures.upTo(celsius, 1) + " °C.",
                "Give the temperature of the air in °C.");
        return 0.61094 * Math.exp(17.625 * celsius / (celsius + 243.04));
    }

    /**
     * {@return oxygen in vol%, {@code 20.9 · (1 − RH · e_s(t) ÷ P)}: 30 °C, 80 % humidity, 101.325 kPa returns 20.2009}
     *
     * @param air pressure and temperature of the air
     * @param relativeHumidity as a fraction, 0 to 1
     */
    public static double oxygen(Ambient air, double relativeHumidity) {
        Refusal.unless(
                relativeHumidity >= 0 && relativeHumidity <= 1,
                "humidity",
                "rh",
                "Relative humidity is a fraction from 0 to 1, not " + Figures.upTo(relativeHumidity, 3) + ".",
                "Give 80 % as 0.80.");
        return CleanAir.OXYGEN_VOL_PERCENT
                * (1 - relativeHumidity * saturationKilopascals(air.celsius()) / air.kilopascals());
    }
}
