package onward.sentry.core.units;

import java.util.function.DoubleUnaryOperator;
import java.util.function.Supplier;
import javax.measure.Quantity;
import javax.measure.Unit;

/** The way from one unit to another and back; the units library is asked when something is converted for the first time. */
final class Convertible {

    private static final double MILLION = 1e6;

    /** No instrument shows it, and the library converts no infinity: it stays what it is, for the limits to refuse. */
    private static final double BEYOND_ALL = 1e9;

    private record Conversions(DoubleUnaryOperator there, DoubleUnaryOperator back) {}

    private final Supplier<Conversions> made;
    private volatile Conversions way;

    private Convertible(Supplier<Conversions> made) {
        this.made = made;
    }

    /** What is shown is what is kept. */
    static Convertible same() {
        return new Convertible(() -> new Conversions(DoubleUnaryOperator.identity(), DoubleUnaryOperator.identity()));
    }

    static <Q extends Quantity<Q>> Convertible between(Supplier<Unit<Q>> kept, Supplier<Unit<Q>> shown) {
        return new Convertible(() -> new Conversions(
                kept.get().getConverterTo(shown.get())::convert, shown.get().getConverterTo(kept.get())::convert));
    }

    double shown(double kept) {
        return converted(conversion().there(), kept);
    }

    double kept(double shown) {
        return converted(conversion().back(), shown);
    }

    private Conversions conversion() {
        if (way == null) {
            way = made.get();
        }
        return way;
    }

    private static double converted(DoubleUnaryOperator way, double value) {
        return Math.abs(value) < BEYOND_ALL ? Math.rint(way.applyAsDouble(value) * MILLION) / MILLION : value;
    }
}
