package onward.sentry.core.run;

import java.util.OptionalLong;
import onward.sentry.core.card.Target;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.judge.BumpJudge;
import onward.sentry.core.judge.JudgingRules;
import onward.sentry.core.trace.Trace;

/** Sees in the readings that gas has come on, and that it has gone. */
record GasOnsetDetector(RunState state, RunTraces traces) {

    /** Within so long gas shows on a sensor, and is seen to go; ms. */
    private static final long LATELY_MILLIS = 30_000;
    /** Share of the way from air to the expected value at which gas is seen to be on, or to be gone again. */
    private static final double SEEN = 0.10;
    /** Display steps that noise alone may move. */
    private static final double JITTER_STEPS = 2.5;
    /** Display steps by which a sensor that stands still may differ from its lowest reading. */
    private static final double STILL_STEPS = 1.5;
    /** A sensor that has covered no more than this of the way stands still. */
    private static final double STILL = 0.01;

    /** Fraction of the response from clean air to what is expected on the chosen gas: 0 in clean air, 1 when it is reached. */
    static double responseFraction(RunState state, Target target, double reading) {
        var sensor = state.card().sensor(target.slot());
        double expected = state.expectedOnGas(target.slot()).orElseThrow();
        return BumpJudge.responsePercent(sensor, expected, reading) / 100;
    }

    /** A reading that one outlier cannot move; by the first rules every reading counts. */
    private double at(Trace trace, int index) {
        return state.rules() == JudgingRules.FIRST ? trace.valueAt(index) : trace.middleOfThree(index);
    }

    /** When gas came on, dated back to the last reading that had not begun to rise; empty while it is not seen. */
    OptionalLong cameOnAt() {
        long from = Math.max(state.stepSince(), state.gasClosedAt().orElse(0));
        for (var target : state.undecidedTargets()) {
            var trace = traces.trace(target.slot());
            int start = trace.indexFrom(from);
            if (start == trace.size()) {
                continue;
            }
            double lowest = lowest(target, trace, start);
            double expected = state.expectedOnGas(target.slot()).orElseThrow();
            if (responseFraction(state, target, at(trace, trace.size() - 1)) - lowest
                    >= seenAt(state.card().sensor(target.slot()), expected)) {
                return OptionalLong.of(lastStill(target, trace, start, lowest));
            }
        }
        return OptionalLong.empty();
    }

    /** A step near the resolution is seen only when the display moves by more than its own jitter. */
    private static double seenAt(SensorSpec sensor, double expected) {
        double way = Math.abs(expected - sensor.cleanAirReading());
        return Math.max(SEEN, JITTER_STEPS * sensor.resolution() / way);
    }

    /**
     * The last of the old gas is not the new gas, and what a sensor shows of the room is none: what counts is the rise from the
     * lowest reading of late, or from clean air where it was below. By the first rules, from the lowest reading since gas was
     * closed, or from clean air where it had cleared down.
     */
    private double lowest(Target target, Trace trace, int start) {
        boolean first = state.rules() == JudgingRules.FIRST;
        if (first && !state.gasSinceClear()) {
            return 0;
        }
        var sensor = state.card().sensor(target.slot());
        double expected = state.expectedOnGas(target.slot()).orElseThrow();
        double lowest = Double.POSITIVE_INFINITY;
        double air = sensor.cleanAirReading();
        for (int i = first ? start : fromLately(sensor, trace); i < trace.size(); i++) {
            double reading = first ? trace.valueAt(i) : trace.middleOfThree(i);
            lowest = Math.min(lowest, (reading - air) / (expected - air));
        }
        return first ? lowest : Math.max(0, lowest);
    }

    /** A run may wait for its gas for hours: what a sensor showed long ago says nothing of gas that comes on now. */
    private int fromLately(SensorSpec sensor, Trace trace) {
        long back = Math.max(LATELY_MILLIS, Math.round(1000 * sensor.t90Seconds()));
        return trace.indexFrom(Math.max(state.gasClosedAt().orElse(0), trace.lastTime() - back));
    }

    private long lastStill(Target target, Trace trace, int start, double lowest) {
        var sensor = state.card().sensor(target.slot());
        double way = Math.abs(state.expectedOnGas(target.slot()).orElseThrow() - sensor.cleanAirReading());
        double still = lowest + Math.max(STILL, STILL_STEPS * sensor.resolution() / way);
        for (int i = trace.size() - 1; i >= start; i--) {
            if (responseFraction(state, target, trace.valueAt(i)) <= still) {
                return trace.timeAt(i);
            }
        }
        return trace.lastTime();
    }

    /**
     * Gas is gone when readings have just fallen by a quarter of the way that they had reached, or stand near clean air
     * after they had left it: the valve may have been closed before anybody was asked to. At least half of the sensors
     * show it, so that one that is restless does not; by the first rules one was enough.
     */
    boolean isGone() {
        long gasOn = state.flowingSince();
        boolean first = state.rules() == JudgingRules.FIRST;
        int sensors = 0;
        int gone = 0;
        for (var line : state.flowingLabel()) {
            var sensor = state.card().sensor(line.slot());
            var trace = traces.trace(line.slot());
            double expected = line.expected();
            if (trace.isEmpty() || expected == sensor.cleanAirReading()) {
                continue;
            }
            double now = BumpJudge.responsePercent(sensor, expected, at(trace, trace.size() - 1)) / 100;
            double lately = most(sensor, expected, trace, Math.max(gasOn, trace.lastTime() - LATELY_MILLIS), first);
            double seen = seenAt(sensor, expected);
            boolean falls = lately >= SEEN && lately - now >= Math.max(seen, 0.25 * lately);
            boolean isBack = now < SEEN && most(sensor, expected, trace, gasOn, first) >= Math.max(3 * SEEN, seen);
            sensors++;
            gone += falls || isBack ? 1 : 0;
        }
        return gone > 0 && (first || 2 * gone >= sensors);
    }

    /** The furthest that readings have got on their way to what is expected, since a moment; at least 0. */
    private static double most(SensorSpec sensor, double expected, Trace trace, long from, boolean everyReading) {
        double air = sensor.cleanAirReading();
        boolean up = expected > air;
        double furthest = air;
        for (int i = trace.indexFrom(from); i < trace.size(); i++) {
            double reading = everyReading ? trace.valueAt(i) : trace.middleOfThree(i);
            furthest = up ? Math.max(furthest, reading) : Math.min(furthest, reading);
        }
        return BumpJudge.responsePercent(sensor, expected, furthest) / 100;
    }
}
