package onward.sentry.core.units;

import javax.measure.Quantity;
import javax.measure.Unit;
import javax.measure.UnitConverter;

/** The way from one unit to another and back. */
final class Convertible {

    private static final double MILLION = 1e6;

    /** No instrument shows it, and the library converts no infinity: it stays what it is, for the limits to refuse. */
    private static final double BEYOND_ALL = 1e9;

    private final UnitConverter there;
    private final UnitConverter back;

    <Q extends Quantity<Q>> Convertible(Unit<Q> kept, Unit<Q> shown) {
        there = kept.getConverterTo(shown);
        back = shown.getConverterTo(kept);
    }

    double shown(double kept) {
        return converted(there, kept);
    }

    double kept(double shown) {
        return converted(back, shown);
    }

    private static double converted(UnitConverter way, double value) {
        return Math.abs(value) < BEYOND_ALL ? Math.rint(way.convert(value) * MILLION) / MILLION : value;
    }
}
