package onward.sentry.core.shelf;

import java.time.Instant;
import java.util.OptionalDouble;
import onward.sentry.core.units.SiteUnits;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;

/**
 * What the gauge of a cylinder showed.
 *
 * <p>Source: the ideal gas law at constant volume.
 *
 * @param bar gauge pressure, 0 or more
 * @param celsius of the cylinder, −40 to 60; empty when nobody looked
 *
 */
public record GaugeReading(Instant at, double bar, OptionalDouble celsius) {

    private static final double USUAL_CELSIUS = 20;
    private static final double KELVIN = 273.15;
    private static final double STANDARD_BAR = 1.01325;

    /**
     * Checks the limits.
     *
     * @param at when
     * @param bar gauge pressure, 0 or more
     * @param celsius of the cylinder, −40 to 60; empty when nobody looked
     * @throws onward.sentry.core.working.Refused where a limit is broken; the refusal names the field
     */
    public GaugeReading {
        check(bar, celsius, SiteUnits.SHIPPED);
    }

    /**
     * {@return the same, refused in the units of the site: 400 bar where gauges show psi is told as 5801.51 of at most 4351
     * psi}
     *
     * @param at when
     * @param bar gauge pressure, bar
     * @param celsius temperature, °C; empty when nobody measured it
     * @param site units of the site
     * @throws onward.sentry.core.working.Refused when no gauge shows it, or no cylinder is as warm
     */
    public static GaugeReading of(Instant at, double bar, OptionalDouble celsius, SiteUnits site) {
        check(bar, celsius, site);
        return new GaugeReading(at, bar, celsius);
    }

    private static void check(double bar, OptionalDouble celsius, SiteUnits site) {
        var pressure = site.pressure();
        var temperature = site.temperature();
        Refusal.unless(
                bar >= 0 && bar <= 300,
                "gauge",
                "bar",
                "A gauge shows 0 to " + pressure.text(300) + ", not " + Figures.upTo(pressure.shown(bar), 2) + ".",
                "Read it again, and mind the scale: 1 bar is 14.5 psi and 100 kPa.");
        Refusal.unless(
                celsius.isEmpty() || celsius.getAsDouble() >= -40 && celsius.getAsDouble() <= 60,
                "gauge-temperature",
                "celsius",
                "A cylinder is between −40 and " + temperature.text(60) + ", not at "
                        + Figures.upTo(temperature.shown(celsius.orElse(0)), 1) + ".",
                "Leave the temperature out if nobody measured it.");
    }

    /**
     * A reading whose cylinder temperature nobody measured.
     *
     * @param at when
     * @param bar gauge pressure, bar
     */
    public GaugeReading(Instant at, double bar) {
        this(at, bar, OptionalDouble.empty());
    }

    /**
     * {@return what it would show at 20 °C, through absolute pressure: {@code (P + 1.013) · 293.15 ÷ (t + 273.15) − 1.013}}
     * The input 40 bar at 0 °C returns 43.00 bar; without a temperature the reading stands as it is.
     */
    public double barAtUsualTemperature() {
        return celsius.isEmpty()
                ? bar
                : Math.max(
                        0,
                        (bar + STANDARD_BAR) * (USUAL_CELSIUS + KELVIN) / (celsius.getAsDouble() + KELVIN)
                                - STANDARD_BAR);
    }
}
