package onward.sentry.core.units;

import java.util.function.Supplier;
import javax.measure.Unit;
import javax.measure.quantity.Pressure;
import tech.units.indriya.unit.Units;

/** What the gauges of a site show; kept in bar. */
public enum PressureUnit implements ShownUnit {
    /** Bar, as records keep it. */
    BAR("bar", 1, Convertible.same()),

    /** A pound-force per square inch, 6,894.757293168 Pa. */
    PSI("psi", 0, ofBar(() -> Units.PASCAL.multiply(6_894.757293168))),

    /** Kilopascal. */
    KILOPASCAL("kPa", 0, ofBar(() -> Units.PASCAL.multiply(1_000)));

    private final String symbol;
    private final int decimals;
    private final Convertible way;

    PressureUnit(String symbol, int decimals, Convertible way) {
        this.symbol = symbol;
        this.decimals = decimals;
        this.way = way;
    }

    private static Convertible ofBar(Supplier<Unit<Pressure>> shown) {
        return Convertible.between(() -> Units.PASCAL.multiply(100_000), shown);
    }

    @Override
    public String symbol() {
        return symbol;
    }

    @Override
    public int decimals() {
        return decimals;
    }

    @Override
    public double shown(double bar) {
        return way.shown(bar);
    }

    @Override
    public double kept(double shown) {
        return way.kept(shown);
    }
}
