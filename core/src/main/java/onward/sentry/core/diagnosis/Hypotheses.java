package onward.sentry.core.diagnosis;

import static onward.sentry.core.diagnosis.Model.even;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.detector.Technology;
import onward.sentry.core.evidence.Evidence;
import onward.sentry.core.evidence.Observation;
import onward.sentry.core.evidence.Setting;
import onward.sentry.core.rig.Delivery;
import onward.sentry.core.rig.Intake;
import onward.sentry.core.rig.Regulator;
import onward.sentry.core.rig.Tubing;

/**
 * The table of causes: each with how often it is met at a bench where something has failed, and with its model. The order of
 * the rows means nothing. The figures are a workshop's experience in round numbers: valve and rig first, then the gas, the
 * sensor last; {@code docs/diagnosis.md} gives the reason of each.
 */
final class Hypotheses {

    /**
     * A row of the table.
     *
     * @param sensor the one that it is about; empty where it is about the gas or the room
     * @param prior how often it is met beside the others, before anything is looked at
     */
    record Hypothesis(Cause cause, Optional<SensorSpec> sensor, double prior, Model model) {

        /** Whether it may change what is seen of that sensor. */
        boolean isAbout(Observation seen) {
            return sensor.isEmpty() || seen.isOf(sensor.get().slot());
        }
    }

    private static final double[] NONE_OF_IT = {0};
    private static final double[] SOME_OF_IT = even(0.1, 0.94, 43);
    private static final double HANDBOOK_OVER_IEC = 5.0 / 4.4;
    private static final double GAUGE_LOW = 0.1;
    private static final double LAST_QUARTER = 0.25;
    private static final double FADED_BEFORE = 0.85;

    private final Evidence evidence;
    private final Setting setting;
    private final List<Hypothesis> rows = new ArrayList<>();

    private Hypotheses(Evidence evidence) {
        this.evidence = evidence;
        this.setting = evidence.setting();
    }

    static List<Hypothesis> of(Evidence evidence) {
        var table = new Hypotheses(evidence);
        table.nothing();
        table.gasAndRig();
        table.air();
        table.setting.sensors().forEach(table::sensor);
        return table.rows;
    }

    private void nothing() {
        if (!setting.stands()) {
            row(Cause.NOTHING, 20, new Sound());
        }
    }

    private void gasAndRig() {
        boolean pumped = setting.intake() instanceof Intake.Pumped;
        double empty = setting.gauge() < GAUGE_LOW ? 5 : 1;
        row(Cause.NO_GAS, 0.15 * empty, silent(seen -> true));
        row(Cause.BLOCKED_INLET, pumped ? 0.06 : 0.01, silent(seen -> true));
        if (setting.cylinders().size() > 1) {
            setting.cylinders()
                    .forEach(cylinder -> row(Cause.NO_GAS, 0.08 * empty, silent(seen -> isOn(seen, cylinder))));
        }
        setting.cylinders().forEach(cylinder -> row(Cause.WRONG_MIX, 0.05, OtherMix.on(Set.of(cylinder), evidence)));
        if (setting.cylinders().size() > 1) {
            row(Cause.WRONG_MIX, 0.02, OtherMix.on(setting.cylinders(), evidence));
        }
        if (setting.sensors().stream().anyMatch(s -> is(s, Technology.CATALYTIC_BEAD))) {
            row(Cause.LITTLE_OXYGEN, 0.02, new TooLittleOxygen());
        }
        var reactive = new TreeSet<String>();
        setting.sensors().stream()
                .filter(s -> s.gas().reactive() && !s.isOxygen())
                .forEach(s -> reactive.add(s.gasId()));
        double old = setting.shelfLifeLeft() < LAST_QUARTER ? 2.5 : 1;
        for (var gas : reactive) {
            row(
                    Cause.DECAYED_GAS,
                    0.12 * old / reactive.size(),
                    new ShareOfGas(seen -> seen.sensor().gasId().equals(gas), even(0, 0.94, 48), true));
        }
        if (reactive.size() > 1) {
            row(
                    Cause.DECAYED_GAS,
                    0.04 * old,
                    new ShareOfGas(seen -> seen.sensor().gas().reactive(), even(0, 0.94, 48), true));
        }
        if (!reactive.isEmpty()) {
            var material = setting.rig().tubing().material();
            boolean takesUp = material == Tubing.Material.PVC || material == Tubing.Material.SILICONE;
            row(Cause.ABSORBING_TUBING, takesUp ? 0.08 : 0.02, new AbsorbingTubing());
        }
        row(Cause.AIR_LEAK, 0.1, new RoomAirInGas(even(0.03, 0.75, 49)));
        if (pumped) {
            underFed(((Intake.Pumped) setting.intake()).draws());
        }
        row(Cause.RESTLESS_GAS, 0.04, new Restless(seen -> true));
        row(Cause.PRESSURISED, 0.03, new Pressurised());
    }

    private void underFed(double draws) {
        var regulator = setting.rig().regulator();
        double fed = regulator.kind() == Regulator.Kind.DEMAND ? 1 : regulator.litresPerMinute() / draws;
        boolean open = setting.rig().delivery() != Delivery.DIRECT;
        if (fed < 1) {
            row(
                    Cause.UNDER_FED,
                    0.15,
                    new RoomAirInGas(even(Math.max(0.02, 1 - fed - 0.1), Math.min(0.95, 1 - fed + 0.1), 11)));
        }
        row(Cause.UNDER_FED, open ? 0.06 : 0.01, new RoomAirInGas(even(0.03, 0.75, 49)));
    }

    private void air() {
        var gases = new TreeSet<String>();
        var cells = setting.sensors().stream().filter(RoomGas::isInTable).toList();
        cells.forEach(cell -> gases.add(cell.gasId()));
        setting.cross().pairs().stream()
                .filter(pair -> cells.stream().anyMatch(cell -> cell.gasId().equals(pair.sensorGasId())))
                .forEach(pair -> gases.add(pair.gasId()));
        long own = cells.stream().map(SensorSpec::gasId).distinct().count();
        for (var gas : gases) {
            // What the detector is there for is what is about where it is kept.
            boolean itsOwn = cells.stream().anyMatch(cell -> cell.gasId().equals(gas));
            row(Cause.ROOM_GAS, itsOwn ? 0.08 / own : 0.06 / gases.size(), new RoomGas(gas, itsOwn, setting.cross()));
            row(Cause.INTERFERING_GAS, 0.03 / gases.size(), new InterferingGas(gas, setting.cross()));
        }
        row(Cause.RESIDUAL_GAS, 0.08, new ResidualGas());
    }

    private void sensor(SensorSpec sensor) {
        Predicate<Observation> itself = seen -> seen.isOf(sensor.slot());
        boolean bead = is(sensor, Technology.CATALYTIC_BEAD);
        boolean vapour = is(sensor, Technology.PHOTO_IONISATION);
        row(Cause.DEAD_SENSOR, sensor, 0.02, new ShareOfGas(itself, NONE_OF_IT, false));
        // A sensor that had lost sensitivity by its last good span shows about what it showed then.
        boolean weakened = setting.lastGood().getOrDefault(sensor.slot(), 1.0) < FADED_BEFORE;
        row(
                bead ? Cause.POISONED_BEAD : Cause.FADED_SENSOR,
                sensor,
                weakened ? 0.5 : 0.04,
                new ShareOfGas(itself, weakened ? even(0.85, 1, 4) : SOME_OF_IT, false));
        row(Cause.SLOW_SENSOR, sensor, 0.03, new SlowSensor(sensor.slot()));
        row(Cause.RESTLESS_SENSOR, sensor, 0.02, new Restless(itself));
        row(Cause.OFF_ZERO, sensor, 0.02, new OffZero(sensor.slot()));
        row(Cause.BAD_ZERO, sensor, 0.03, new BadZero(sensor.slot(), true));
        row(Cause.BAD_ZERO, sensor, 0.01, new BadZero(sensor.slot(), false));
        if (bead || vapour) {
            row(Cause.MASKING, sensor, 0.02, new ShareOfGas(itself, NONE_OF_IT, false));
        }
        if (vapour && setting.charcoal()) {
            row(Cause.CHARCOAL_LEFT, sensor, 0.25, new ShareOfGas(itself, NONE_OF_IT, false));
        }
        if (bead) {
            row(Cause.WRONG_BASIS, sensor, 0.02, new ShareOfGas(itself, about(1 / HANDBOOK_OVER_IEC), false));
            row(Cause.WRONG_BASIS, sensor, 0.02, new ShareOfGas(itself, about(HANDBOOK_OVER_IEC), false));
        }
    }

    private static ShareOfGas silent(Predicate<Observation> hit) {
        return new ShareOfGas(hit, NONE_OF_IT, false);
    }

    private static double[] about(double ratio) {
        return new double[] {0.99 * ratio, ratio, 1.01 * ratio};
    }

    private static boolean isOn(Observation seen, String cylinder) {
        return seen.moment().cylinderId().equals(cylinder);
    }

    private static boolean is(SensorSpec sensor, Technology technology) {
        return sensor.technology() == technology;
    }

    private void row(Cause cause, double prior, Model model) {
        rows.add(new Hypothesis(cause, Optional.empty(), prior, model));
    }

    private void row(Cause cause, SensorSpec sensor, double prior, Model model) {
        rows.add(new Hypothesis(cause, Optional.of(sensor), prior, model));
    }
}
