package onward.sentry.core.evidence;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.Step;
import onward.sentry.core.card.ZeroAir;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.gas.CrossSensitivity;
import onward.sentry.core.judge.ZeroJudge;
import onward.sentry.core.rig.Rig;
import onward.sentry.core.trace.Scatter;
import onward.sentry.core.trace.Trace;
import onward.sentry.core.working.Figures;

/** Takes down what was seen of the sensors of one detector, moment after moment. */
public final class Seen {

    private static final double OFFSET_STRAYS = 0.4;

    private record Used(Cylinder cylinder, LocalDate on) {

        double gauge() {
            return cylinder.gaugeBar() / cylinder.fullBar();
        }

        double shelfLifeLeft() {
            return (double) ChronoUnit.DAYS.between(on, cylinder.useBefore())
                    / Math.max(1, ChronoUnit.DAYS.between(cylinder.madeOn(), cylinder.useBefore()));
        }
    }

    private final History history;
    private final List<Observation> observations = new ArrayList<>();
    private final Map<Integer, SensorSpec> sensors = new TreeMap<>();
    private final Map<String, Used> cylinders = new HashMap<>();

    /**
     * Takes down what a run shows, with what is on record before it.
     *
     * @param history what is on record of earlier runs
     */
    public Seen(History history) {
        this.history = history;
    }

    /**
     * A cylinder whose gas was opened.
     *
     * @param tag that people call it by
     * @param cylinder the cylinder to look at
     * @param on day of use
     */
    public void cylinder(String tag, Cylinder cylinder, LocalDate on) {
        cylinders.put(tag, new Used(cylinder, on));
    }

    /**
     * How a sensor took gas; nothing where it had no reading there.
     *
     * @param onGas what was read on gas
     */
    public void gas(OnGas onGas) {
        var sensor = onGas.sensor();
        sensors.put(sensor.slot(), sensor);
        observations.addAll(onGas.observations(
                history.lastGoodSpan(sensor.slot()),
                history.others(onGas.moment().cylinderId(), sensor.gasId())));
    }

    /**
     * @param moment the moment of the run
     * @param sensor the sensor
     * @param reading in clean air, in the sensor's unit
     */
    public void air(Moment moment, SensorSpec sensor, double reading) {
        sensors.put(sensor.slot(), sensor);
        observations.add(new Observation(
                Observation.Kind.OFFSET,
                moment,
                sensor,
                (reading - sensor.cleanAirReading()) / ZeroJudge.tolerance(sensor),
                OFFSET_STRAYS,
                sensor.gas().formula() + " " + sensor.shown(reading) + " in clean air"));
    }

    /**
     * How restless a sensor is in clean air.
     *
     * @param moment the moment of the run
     * @param sensor the sensor
     * @param trace its readings up to then; nothing is noted where it has none
     */
    public void scatter(Moment moment, SensorSpec sensor, Trace trace) {
        if (trace.isEmpty()) {
            return;
        }
        double wavers = Scatter.of(trace, OnGas.JITTER_MILLIS, sensor.resolution());
        double unit = Math.max(sensor.resolution(), ZeroJudge.tolerance(sensor));
        observations.add(new Observation(
                Observation.Kind.JITTER,
                moment,
                sensor,
                Math.log(Math.max(OnGas.LEAST_JITTER, wavers / unit)),
                OnGas.JITTER_STRAYS,
                sensor.gas().formula() + " wavers by " + Figures.upTo(wavers, 1) + " "
                        + sensor.unit().symbol() + " in clean air"));
    }

    /**
     * {@return all that was taken down}
     *
     * @param card the procedure card of the model
     * @param steps of the procedure
     * @param rig regulator, delivery and tubing
     * @param cross how each cell responds to other gases
     * @param stands something has failed, and stands
     * @param blind a sensor has failed on gas: without a reading on gas nothing can be said
     * @param askedFrom run time from which moments count in full, ms
     */
    public Evidence evidence(
            ProcedureCard card,
            List<Step> steps,
            Rig rig,
            CrossSensitivity cross,
            boolean stands,
            boolean blind,
            long askedFrom) {
        boolean nothing = blind && observations.stream().noneMatch(one -> one.kind() == Observation.Kind.SHARE);
        var lastGood = new HashMap<Integer, Double>();
        sensors.keySet().forEach(slot -> history.lastGoodSpan(slot).ifPresent(share -> lastGood.put(slot, share)));
        return new Evidence(
                nothing ? List.of() : observations,
                new Setting(
                        List.copyOf(sensors.values()),
                        cylinders.keySet(),
                        cylinders.values().stream()
                                .mapToDouble(Used::gauge)
                                .min()
                                .orElse(1),
                        cylinders.values().stream()
                                .mapToDouble(Used::shelfLifeLeft)
                                .min()
                                .orElse(1),
                        rig,
                        card.intake(),
                        steps.stream().anyMatch(s -> s instanceof Step.Zero zero && zero.air() == ZeroAir.CHARCOAL),
                        lastGood,
                        cross,
                        stands),
                askedFrom);
    }
}
