package onward.sentry.trials;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.TreeMap;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.gas.Component;
import onward.sentry.core.gas.Concentration;
import onward.sentry.core.gas.Conversion;
import onward.sentry.core.gas.Mixture;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.trace.Reading;
import onward.sentry.formats.CardLibrary;

/** A detector with one ailing sensor, its gas, and the clock that it is read by. */
final class Bench {

    static final LocalDate DAY = LocalDate.of(2026, 3, 2);
    private static final double OXYGEN = 16;

    private final Map<Integer, Cell> cells = new TreeMap<>();
    private final SplittableRandom random;
    private final double pace;
    private final double slowest;
    private final ProcedureCard card;
    private final int ailing;
    private final Upset upset;
    private final Supply supply;
    private double seconds;
    private boolean zeroed;

    /** @param ailing slot of the sensor that has the ailment; 0 where the gas has it */
    Bench(ProcedureCard card, int ailing, Ailment ailment, Upset upset, long seed) {
        random = new SplittableRandom(seed);
        this.ailing = ailing;
        this.upset = upset;
        pace = 0.5 + random.nextDouble();
        slowest = card.sensors().stream()
                .mapToDouble(SensorSpec::t90Seconds)
                .max()
                .orElseThrow();
        this.card = card;
        for (var sensor : card.sensors()) {
            boolean ails = sensor.slot() == ailing;
            cells.put(
                    sensor.slot(),
                    new Cell(
                            sensor.cleanAirReading(),
                            sensor.resolution(),
                            sensor.rangeMax(),
                            expected(sensor),
                            (ails && upset == Upset.SLOW_SENSOR ? 3.5 + 3 * random.nextDouble() : 1)
                                    * sensor.t90Seconds(),
                            ails ? ailment : Ailment.NONE,
                            random.nextLong()));
        }
        supply = new Supply(card, upset, OXYGEN, random);
        if (upset == Upset.ROOM_GAS) {
            shiftMonoxide();
        }
    }

    /** Carbon monoxide is about, and stays. */
    private void shiftMonoxide() {
        double ppm = 9 + 30 * random.nextDouble();
        card.sensors().stream()
                .filter(sensor -> sensor.gasId().equals("carbon-monoxide"))
                .forEach(sensor -> cells.get(sensor.slot()).shift(ppm));
    }

    /** Zero is taken: with gas about, a sensor stands too low from then on. */
    void zeroed() {
        if (upset == Upset.BAD_ZERO && !zeroed) {
            var sensor = card.sensor(ailing);
            cells.get(ailing)
                    .shift(-(0.06 + 0.08 * random.nextDouble()) * sensor.spanSetPoint() - 3 * sensor.resolution());
        }
        zeroed = true;
    }

    static ProcedureCard card(String model) {
        return CardLibrary.all().stream()
                .filter(card -> card.model().equals(model))
                .findFirst()
                .orElseThrow();
    }

    static Cylinder cylinder(ProcedureCard card) {
        var parts = card.sensors().stream()
                .map(sensor -> new Component(sensor.gasId(), certified(card, sensor), 0.02))
                .toList();
        boolean inert = parts.stream().anyMatch(part -> part.gasId().equals("oxygen"));
        return filled("TR-1", new Mixture(parts, inert ? "nitrogen" : "air"));
    }

    /** Zero air. */
    static Cylinder cleanAir() {
        return filled(
                "TR-2",
                new Mixture(
                        List.of(new Component("oxygen", Concentration.of(20.9, Unit.VOL_PERCENT), 0.01)), "nitrogen"));
    }

    private static Cylinder filled(String certificate, Mixture mixture) {
        return new Cylinder(
                certificate, "L-9", mixture, DAY.minusMonths(3), DAY.plusMonths(9), 103, 69, 60, CylinderState.IN_USE);
    }

    private static Concentration certified(ProcedureCard card, SensorSpec sensor) {
        if (sensor.isOxygen()) {
            return Concentration.of(OXYGEN, Unit.VOL_PERCENT);
        }
        var shown = Concentration.of(sensor.spanSetPoint(), sensor.unit());
        return sensor.unit() == Unit.PERCENT_LEL
                ? Conversion.of(sensor.gas(), card.lelBasis()).convert(shown, Unit.VOL_PERCENT)
                : shown;
    }

    private static double expected(SensorSpec sensor) {
        return sensor.isOxygen() ? OXYGEN : sensor.spanSetPoint();
    }

    /** So long before it is read gas must end for the slowest cell to have fallen by a tenth, with a few readings to see it. */
    double fallSeconds() {
        return slowest / 3 + 8;
    }

    double seconds() {
        return seconds;
    }

    /** The next reading, some time after the one before; what is lost is missing from it. */
    Reading next(double gas) {
        double passed = pace * (0.7 + 0.6 * random.nextDouble());
        seconds += passed;
        var values = new HashMap<Integer, Double>();
        cells.forEach((slot, cell) ->
                cell.read(seconds, passed, supply.reaches(slot, gas)).ifPresent(shown -> values.put(slot, shown)));
        return new Reading(Math.round(1000 * seconds), values);
    }

    /** The slots that gas other than oxygen moves upwards, and so can ail in each way. */
    static List<Integer> slots(ProcedureCard card) {
        return card.sensors().stream()
                .filter(sensor -> !sensor.isOxygen())
                .map(SensorSpec::slot)
                .toList();
    }
}
