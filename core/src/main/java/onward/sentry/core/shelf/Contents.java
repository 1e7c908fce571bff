package onward.sentry.core.shelf;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import onward.sentry.core.units.PressureUnit;
import onward.sentry.core.working.Derivation;
import onward.sentry.core.working.Figures;

/**
 * What is in a cylinder: by the last look at its gauge, less what runs have drawn since. Two looks that part by more than
 * the gauge can explain tell of gas that no run has used.
 *
 * @param volumeLitres nominal volume of gas when full
 * @param fullBar gauge pressure when full
 * @param readings of its gauge, at least one, in any order
 * @param draws of runs, in any order
 */
public record Contents(double volumeLitres, double fullBar, List<GaugeReading> readings, List<Draw> draws) {

    /** Error limit of a gauge of class 1.6, as a share of full scale. */
    private static final double GAUGE_CLASS = 0.016;

    /** What a run drew is worked out from time and flow; a regulator gives within this of what is stamped on it. */
    private static final double FLOW_UNCERTAINTY = 0.10;

    /** What was in the cylinder at a moment. @param byGauge somebody looked; otherwise a run has drawn from it */
    public record Level(Instant at, double litres, boolean byGauge) {}

    /**
     * Two looks at the gauge and what lies between them part.
     *
     * @param lost litres that are gone and that no run has drawn; negative: more is there than could be
     */
    public record Discrepancy(double lost, Derivation working) {
        /** {@return whether more is missing than readings of the gauge explain} */
        public boolean isLeak() {
            return lost > 0;
        }
    }

    /**
     * Keeps what it is given.
     *
     * @param volumeLitres nominal volume of gas when full
     * @param fullBar gauge pressure when full
     * @param readings of its gauge, at least one, in any order
     * @param draws of runs, in any order
     */
    public Contents {
        if (readings.isEmpty()) {
            throw new IllegalArgumentException("somebody has looked at the gauge at least once");
        }
        readings =
                readings.stream().sorted(Comparator.comparing(GaugeReading::at)).toList();
        draws = draws.stream().sorted(Comparator.comparing(Draw::at)).toList();
    }

    private GaugeReading last() {
        return readings.get(readings.size() - 1);
    }

    private double litres(GaugeReading reading) {
        return Math.min(volumeLitres, volumeLitres * reading.barAtUsualTemperature() / fullBar);
    }

    /** Litres that runs drew after one moment and up to another. */
    private double drawn(Instant after, Instant until) {
        return draws.stream()
                .filter(draw -> draw.at().isAfter(after) && !draw.at().isAfter(until))
                .mapToDouble(Draw::litres)
                .sum();
    }

    /** {@return litres that runs have drawn since the last look at the gauge} */
    public double drawnSinceLook() {
        return drawn(last().at(), Instant.MAX);
    }

    /**
     * {@return litres left, never below 0} A cylinder of 103 L, full at 69 bar, with 46 bar on the gauge and 2.5 L drawn
     * since returns 66.2.
     */
    public double litresLeft() {
        return Math.max(0, litres(last()) - drawnSinceLook());
    }

    /** {@return how it came to be so: every look and every draw, oldest first} */
    public List<Level> course() {
        var points = new ArrayList<Level>();
        int next = 0;
        double left = litres(readings.get(0));
        for (int i = 0; i < readings.size(); i++) {
            var look = readings.get(i);
            left = litres(look);
            points.add(new Level(look.at(), left, true));
            var until = i + 1 < readings.size() ? readings.get(i + 1).at() : Instant.MAX;
            while (next < draws.size() && !draws.get(next).at().isAfter(look.at())) {
                next++; // drawn before anybody looked: the look holds it
            }
            while (next < draws.size() && !draws.get(next).at().isAfter(until)) {
                left = Math.max(0, left - draws.get(next).litres());
                points.add(new Level(draws.get(next).at(), left, false));
                next++;
            }
        }
        return points;
    }

    /**
     * Whether the last look at the gauge parts from an earlier one by more than the gauge and the runs between them can
     * explain: {@code lost = (V·P₁ − V·P₂) ÷ P_full − drawn}, against twice the class of the gauge and a tenth of what was
     * drawn. A cylinder of 58 L, full at 35 bar, that went from 30 to 20 bar with 5 L drawn has lost 11.57 L.
     *
     * @param shown what the pressures of the working are written in
     * @return the earlier look from which the most is unexplained; empty when all agree
     */
    public Optional<Discrepancy> discrepancy(PressureUnit shown) {
        return readings.subList(0, readings.size() - 1).stream()
                .map(earlier -> sinceLook(earlier, shown))
                .flatMap(Optional::stream)
                .max(Comparator.comparingDouble(parting -> Math.abs(parting.lost())));
    }

    private Optional<Discrepancy> sinceLook(GaugeReading earlier, PressureUnit shown) {
        var drawn = drawn(earlier.at(), last().at());
        double lost = litres(earlier) - litres(last()) - drawn;
        double allowed = 2 * GAUGE_CLASS * volumeLitres + FLOW_UNCERTAINTY * drawn;
        if (Math.abs(lost) <= allowed) {
            return Optional.empty();
        }
        return Optional.of(new Discrepancy(
                lost,
                Derivation.of(
                                lost > 0 ? "Gas is gone that no run has drawn" : "More gas than can be there",
                                "lost = V · (P₁ − P₂) ÷ P_full − drawn")
                        .with("V", Figures.upTo(volumeLitres, 1) + " L")
                        .with("P₁", shown.text(earlier.barAtUsualTemperature()))
                        .with("P₂", shown.text(last().barAtUsualTemperature()))
                        .with("P_full", shown.text(fullBar))
                        .with("drawn", Figures.upTo(drawn, 1) + " L")
                        .with("gauge and flow explain", "±" + Figures.upTo(allowed, 1) + " L")
                        .gives(Figures.upTo(Math.abs(lost), 1) + " L "
                                + (lost > 0
                                        ? "are missing: look for a leak at valve and regulator"
                                        : "too many: read the gauge again"))));
    }
}
