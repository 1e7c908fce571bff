package onward.sentry.core.suspect;

import static onward.sentry.core.working.Figures.upTo;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.TreeSet;
import java.util.stream.Collectors;
import onward.sentry.core.detector.Technology;
import onward.sentry.core.gas.CrossSensitivity;
import onward.sentry.core.judge.ZeroJudge;
import onward.sentry.core.suspect.AirSuspicion.InAir;

/**
 * One gas in the room that would by itself make the sensors stand where they stand off zero, by the table of
 * cross-sensitivities.
 *
 * <p>Of a carbon monoxide sensor at 24 ppm beside a quiet hydrogen sulfide sensor, 60 ppm of hydrogen are such a gas
 * (40 % of 60 = 24), and so are 24 ppm of carbon monoxide.
 *
 * @param gasId of the gas library
 * @param ppm that would have to be about
 */
record RoomGas(String gasId, double ppm) {

    private static final int TOLD = 4;
    /** What a cross-sensitivity of one maker differs from another's, as a fraction of what it makes the sensor show. */
    private static final double SENSORS_DIFFER = 0.2;

    /** All that fit, the weakest first; none where a sensor is off that the table does not speak of. */
    static List<RoomGas> fitting(List<InAir> sensors, CrossSensitivity cross) {
        var cells = sensors.stream().filter(RoomGas::isInTable).toList();
        var strongest = cells.stream()
                .filter(InAir::failed)
                .max(Comparator.comparingDouble(cell -> Math.abs(cell.reading()) / ZeroJudge.tolerance(cell.sensor())));
        if (strongest.isEmpty() || sensors.stream().anyMatch(s -> s.failed() && !isInTable(s))) {
            return List.of();
        }
        var candidates = new TreeSet<String>();
        cells.forEach(cell -> candidates.add(cell.sensor().gasId()));
        cross.pairs().forEach(pair -> candidates.add(pair.gasId()));
        var fitting = new ArrayList<RoomGas>();
        for (var gas : candidates) {
            double percent = cross.percent(strongest.get().sensor().gasId(), gas);
            double ppm = percent == 0 ? 0 : strongest.get().reading() * 100 / percent;
            if (ppm > 0 && cells.stream().allMatch(cell -> fits(cell, cross, gas, ppm))) {
                fitting.add(new RoomGas(gas, ppm));
            }
        }
        fitting.sort(Comparator.comparingDouble(RoomGas::ppm).thenComparing(RoomGas::gasId));
        return fitting;
    }

    private static boolean isInTable(InAir s) {
        return s.sensor().technology() == Technology.ELECTROCHEMICAL
                && !s.sensor().isOxygen();
    }

    private static boolean fits(InAir cell, CrossSensitivity cross, String gas, double ppm) {
        double shown = cross.percent(cell.sensor().gasId(), gas) * ppm / 100;
        return Math.abs(cell.reading() - shown)
                <= Math.max(ZeroJudge.tolerance(cell.sensor()), SENSORS_DIFFER * Math.abs(shown));
    }

    /** {@code "24 ppm carbon-monoxide, 60 ppm hydrogen"}; says so where none fits. */
    static String words(List<RoomGas> fitting) {
        return fitting.isEmpty()
                ? "none of the table"
                : fitting.stream()
                        .limit(TOLD)
                        .map(gas -> upTo(gas.ppm(), 0) + " ppm " + gas.gasId().replace('-', ' '))
                        .collect(Collectors.joining(", or "));
    }
}
