package onward.sentry.core.units;

import tech.units.indriya.unit.Units;

/** What the thermometers of a site show; kept in °C. */
public enum TemperatureUnit implements ShownUnit {
    /** Degrees Celsius, as records keep it. */
    CELSIUS("°C", Convertible.same()),

    /** {@code °F = 9 ÷ 5 · °C + 32}: 20 °C are 68 °F. */
    FAHRENHEIT(
            "°F",
            Convertible.between(
                    () -> Units.CELSIUS,
                    () -> Units.KELVIN.multiply(5).divide(9).shift(459.67)));

    private final String symbol;
    private final Convertible way;

    TemperatureUnit(String symbol, Convertible way) {
        this.symbol = symbol;
        this.way = way;
    }

    @Override
    public String symbol() {
        return symbol;
    }

    @Override
    public int decimals() {
        return 1;
    }

    @Override
    public double shown(double celsius) {
        return way.shown(celsius);
    }

    @Override
    public double kept(double shown) {
        return way.kept(shown);
    }
}
