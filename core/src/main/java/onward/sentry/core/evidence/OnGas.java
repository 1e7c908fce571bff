package onward.sentry.core.evidence;

import static onward.sentry.core.evidence.Observation.Kind.JITTER;
import static onward.sentry.core.evidence.Observation.Kind.OTHERS;
import static onward.sentry.core.evidence.Observation.Kind.RISE;
import static onward.sentry.core.evidence.Observation.Kind.SHARE;
import static onward.sentry.core.evidence.Observation.Kind.SPEED;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.trace.Plateau;
import onward.sentry.core.trace.ResponseTime;
import onward.sentry.core.trace.Scatter;
import onward.sentry.core.trace.Trace;
import onward.sentry.core.working.Figures;

/**
 * How one sensor took the gas of one application.
 *
 * @param trace all of its readings
 * @param from run time at which gas was opened or the try began, ms
 * @param reached run time at which gas was at the sensor, ms
 * @param until run time at which it was judged, ms
 * @param fresh gas was opened then, so that the rise can be timed
 * @param typed readings were typed in one by one
 * @param raw the display shows what the cell gives, not what it was last set to
 * @param cutShort a bump that ended as soon as it had answered: what it would have come to was not seen
 */
public record OnGas(
        Moment moment,
        SensorSpec sensor,
        Trace trace,
        long from,
        long reached,
        long until,
        boolean fresh,
        boolean typed,
        boolean raw,
        boolean cutShort) {

    private static final long AIR_MILLIS = 5_000;
    private static final long PLATEAU_MILLIS = 10_000;
    static final long JITTER_MILLIS = 20_000;
    /** Below this share of the way there is no answer to time. */
    private static final double ANSWERS = 0.15;

    private static final double STRAYS_RAW = 0.09;
    private static final double STRAYS_AGAINST_ITSELF = 0.04;
    private static final double STRAYS_SET = 0.05;
    private static final double STRAYS_CUT_SHORT = 0.35;
    private static final double OXYGEN_STRAYS_VOL_PERCENT = 0.25;
    private static final double STEPS_STRAY = 0.8;
    private static final double SPEED_STRAYS = 0.4;
    private static final double RISE_STRAYS = 0.02;
    static final double JITTER_STRAYS = 0.8;
    /** A display hides what is less, in its steps. */
    static final double LEAST_JITTER = 0.2;

    private static final double OTHERS_STRAY = 0.06;

    /** @param others shares that other detectors showed of this gas on this cylinder */
    List<Observation> observations(OptionalDouble lastGood, List<Double> others) {
        var window = trace.between(from, until + 1);
        double air = sensor.cleanAirReading();
        double way = moment.expected().get(sensor.slot()) - air;
        if (window.isEmpty() || way == 0) {
            return List.of();
        }
        var seen = new ArrayList<Observation>();
        double before = before(air, way);
        double reading = at(window, window.lastTime(), typed ? 0 : PLATEAU_MILLIS);
        double share = (reading - before) / way;
        var told = sensor.gas().formula() + " " + Figures.at(reading, sensor.resolution()) + " of "
                + sensor.shown(moment.expected().get(sensor.slot()));
        var own = raw ? lastGood : OptionalDouble.empty();
        seen.add(of(
                SHARE,
                cutShort ? Math.min(1, share) : share / own.orElse(1),
                cutShort ? STRAYS_CUT_SHORT : strays(Math.abs(way), own.isPresent()),
                own.isPresent()
                        ? told + ", " + Figures.upTo(100 * own.getAsDouble(), 0) + " % in its last good span"
                        : told));
        if (!typed && !cutShort && window.size() > 2) {
            moving(seen, window, before, reading, way);
        }
        others.stream()
                .mapToDouble(Double::doubleValue)
                .average()
                .ifPresent(mean -> seen.add(of(
                        OTHERS,
                        mean,
                        OTHERS_STRAY,
                        sensor.gas().formula() + " on " + others.size() + " other detectors on this cylinder: "
                                + Figures.upTo(100 * mean, 0) + " %")));
        return seen;
    }

    private void moving(List<Observation> seen, Trace window, double before, double reading, double way) {
        double share = (reading - before) / way;
        var name = sensor.gas().formula();
        if (share > ANSWERS) {
            if (fresh) {
                double lag = (reached - from) / 1000.0;
                ResponseTime.t90(trace, from, before, reading).ifPresent(t90 -> {
                    double times = Math.max(t90 - lag, 1) / sensor.t90Seconds();
                    seen.add(of(
                            SPEED,
                            Math.log(times),
                            SPEED_STRAYS,
                            name + " to 90 % in " + Figures.upTo(t90, 0) + " s, the card says "
                                    + Figures.upTo(sensor.t90Seconds(), 0) + " s"));
                });
            }
            long quarter = from + (window.lastTime() - from) * 3 / 4;
            double earlier = at(trace.between(from, quarter + 1), quarter, PLATEAU_MILLIS / 2);
            double rise = (reading - earlier) / way;
            seen.add(of(
                    RISE,
                    rise,
                    Math.max(RISE_STRAYS, STEPS_STRAY * sensor.resolution() / Math.abs(way)),
                    name + " rose by " + Figures.upTo(100 * rise, 1) + " % in the last quarter"));
        }
        double unit = Math.max(sensor.resolution(), 0.01 * Math.abs(way));
        double jitter = Scatter.of(window, JITTER_MILLIS, sensor.resolution()) / unit;
        seen.add(of(
                JITTER,
                Math.log(Math.max(LEAST_JITTER, jitter)),
                JITTER_STRAYS,
                name + " wavers by " + Figures.upTo(jitter * unit, 1) + " "
                        + sensor.unit().symbol()));
    }

    /** What it read before gas, in its unit: clean air where that is not known, or where gas was at it already. */
    private double before(double air, double way) {
        double before = at(trace.between(from - AIR_MILLIS, from), from, AIR_MILLIS);
        boolean known = fresh && Double.isFinite(before) && Math.abs(before - air) < 0.3 * Math.abs(way);
        return known ? before : air;
    }

    private double at(Trace some, long until, long back) {
        return some.isEmpty()
                ? Double.NaN
                : Plateau.of(some, Math.min(until, some.lastTime()) - back, until, step())
                        .or(() -> Plateau.of(some, Math.min(until, some.lastTime()) - back, until))
                        .map(Plateau::mean)
                        .orElse(some.last());
    }

    private double step() {
        return typed ? Double.POSITIVE_INFINITY : sensor.resolution();
    }

    private double strays(double way, boolean againstItself) {
        double own = raw ? againstItself ? STRAYS_AGAINST_ITSELF : STRAYS_RAW : STRAYS_SET;
        double steps = STEPS_STRAY * sensor.resolution() / way;
        double oxygen = sensor.isOxygen() ? OXYGEN_STRAYS_VOL_PERCENT / way : 0;
        return Math.sqrt(own * own + steps * steps + oxygen * oxygen);
    }

    private Observation of(Observation.Kind kind, double value, double sigma, String told) {
        return new Observation(kind, moment, sensor, value, sigma, told);
    }
}
