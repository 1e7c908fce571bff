package onward.sentry.core.suspect;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.gas.CrossSensitivity;
import onward.sentry.core.working.Working;

/** Ranks what may be behind a zero that failed, or a sensor that does not come back to clean air. */
public final class AirSuspicion {

    private static final double RESTLESS_STEPS = 2.5;

    /**
     * A sensor in clean air.
     *
     * @param reading in its unit
     * @param jitter standard deviation around its own trend, in display steps
     */
    public record InAir(SensorSpec sensor, double reading, double jitter, boolean failed) {
        String told() {
            return sensor.gas().formula() + " " + sensor.shown(reading);
        }

        boolean isBelow() {
            return reading < sensor.cleanAirReading();
        }
    }

    private AirSuspicion() {}

    /**
     * After a zero that failed.
     *
     * @param gasLeft the gas before had not cleared down when it was taken
     * @param cross tells which gas of the room the sensors would show so
     */
    public static Suspicion ofZero(
            List<InAir> sensors, List<Evidence.Tried> tried, boolean gasLeft, CrossSensitivity cross) {
        var failed = sensors.stream().filter(InAir::failed).toList();
        if (failed.isEmpty()) {
            return Suspicion.NONE;
        }
        var words = told(failed);
        var suspects = new ArrayList<Suspect>();
        long restless =
                sensors.stream().filter(s -> s.jitter() > RESTLESS_STEPS).count();
        if (restless > 0) {
            suspects.add(suspect(
                    restless > 1 || sensors.size() == 1 ? Cause.UNSETTLED_GAS : Cause.UNSETTLED_SENSOR, 0.95, words));
        }
        suspects.add(new Suspect(
                Cause.ROOM_GAS,
                gasLeft ? 0.4 : 0.75,
                suspected(Cause.ROOM_GAS, words)
                        .with("one gas that all sensors would show so", RoomGas.words(RoomGas.fitting(sensors, cross)))
                        .gives("try: " + Cause.ROOM_GAS.shownBy().words())));
        suspects.add(suspect(Cause.RESIDUAL_GAS, gasLeft ? 0.8 : 0.4, words));
        suspects.add(suspect(Cause.ZERO_SENSOR, failed.size() == 1 ? 0.55 : 0.3, words));
        return Suspicion.of(suspects, tried);
    }

    /** After gas went off: what does not come back, or comes back below zero. */
    public static Suspicion ofClearDown(List<InAir> sensors, List<Evidence.Tried> tried) {
        var failed = sensors.stream().filter(InAir::failed).toList();
        if (failed.isEmpty()) {
            return Suspicion.NONE;
        }
        var below = failed.stream()
                .filter(s -> !s.sensor().isOxygen() && s.isBelow())
                .toList();
        var suspects = new ArrayList<Suspect>();
        if (!below.isEmpty()) {
            suspects.add(suspect(Cause.BAD_ZERO, 0.9, told(below)));
        }
        if (below.size() < failed.size()) {
            // Gas that is left would be left at the other sensors too.
            boolean alone = failed.size() == 1 && sensors.size() > 1;
            suspects.add(suspect(Cause.RESIDUAL_GAS, alone ? 0.4 : 0.8, told(failed)));
            suspects.add(suspect(Cause.SLOW_SENSOR, alone ? 0.8 : 0.4, told(failed)));
        }
        return Suspicion.of(suspects, tried);
    }

    private static String told(List<InAir> sensors) {
        return sensors.stream().map(InAir::told).collect(Collectors.joining(", "));
    }

    private static Suspect suspect(Cause cause, double weight, String words) {
        return new Suspect(
                cause,
                weight,
                suspected(cause, words).gives("try: " + cause.shownBy().words()));
    }

    private static Working suspected(Cause cause, String words) {
        return Working.of("Suspected: " + cause.words(), "what the sensors show in clean air")
                .with("readings", words);
    }
}
