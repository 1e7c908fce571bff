package onward.sentry.core.units;

import java.util.function.Supplier;
import javax.measure.Unit;
import javax.measure.quantity.Temperature;
import tech.units.indriya.unit.Units;

/** What the thermometers of a site show; kept in °C. */
public enum TemperatureUnit implements ShownUnit {
    CELSIUS("°C", () -> Units.CELSIUS),

    /** {@code °F = 9 ÷ 5 · °C + 32}: 20 °C are 68 °F. */
    FAHRENHEIT("°F", () -> Units.KELVIN.multiply(5).divide(9).shift(459.67));

    private final String symbol;
    private final Convertible way;

    TemperatureUnit(String symbol, Supplier<Unit<Temperature>> unit) {
        this.symbol = symbol;
        this.way = new Convertible(() -> Units.CELSIUS, unit);
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
