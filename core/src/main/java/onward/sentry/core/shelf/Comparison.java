package onward.sentry.core.shelf;

import static onward.sentry.core.working.Figures.upTo;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.gas.Component;
import onward.sentry.core.gas.Conversion;
import onward.sentry.core.gas.GasLibrary;
import onward.sentry.core.working.Derivation;
import onward.sentry.core.working.Refusal;

/**
 * A new cylinder against the outgoing one, read by one healthy detector: what it shows on both must stand in the same
 * proportion as their labels, within the uncertainty of both certificates and of the display.
 *
 * <p>Source: the combination of independent uncertainties (GUM).
 *
 * @param uncompared names of gases of the new cylinder that the outgoing one or the detector does not know
 *
 */
public record Comparison(List<Line> lines, List<String> uncompared) {

    /** What a sensor showed on either gas, in its unit. */
    public record Pair(double outgoing, double incoming) {}

    /** What both labels say for a sensor that can read both, in its unit. */
    public record Shared(SensorSpec sensor, double outgoing, double incoming, double uncertainty) {}

    /**
     * One gas.
     *
     * @param off how far the new one is off the outgoing one, as a fraction
     * @param allowed combined uncertainty, as a fraction
     */
    public record Line(int slot, double off, double allowed, Derivation working) {
        /** {@return whether both cylinders give the same within their uncertainty} */
        public boolean agrees() {
            return Math.abs(off) <= allowed + 1e-9;
        }
    }

    /** {@return whether both cylinders give the same within their uncertainty} */
    public boolean agrees() {
        return lines.stream().allMatch(Line::agrees);
    }

    /**
     * {@return the sensors of a model that read a gas which both cylinders hold}
     *
     * @param card the procedure card of the model
     * @param outgoing the cylinder in use
     * @param incoming the new cylinder
     */
    public static List<Shared> shared(ProcedureCard card, Cylinder outgoing, Cylinder incoming) {
        var shared = new ArrayList<Shared>();
        for (var sensor : card.sensors()) {
            var before = outgoing.mixture().component(sensor.gasId());
            var now = incoming.mixture().component(sensor.gasId());
            if (before.isPresent() && now.isPresent()) {
                double labelBefore = label(sensor, before.get(), card);
                double labelNow = label(sensor, now.get(), card);
                if (labelBefore <= sensor.rangeMax() && labelNow <= sensor.rangeMax()) {
                    shared.add(new Shared(
                            sensor,
                            labelBefore,
                            labelNow,
                            Math.hypot(
                                    before.get().relativeUncertainty(),
                                    now.get().relativeUncertainty())));
                }
            }
        }
        return shared;
    }

    private static double label(SensorSpec sensor, Component component, ProcedureCard card) {
        return Conversion.of(sensor.gas(), card.lelBasis())
                .convert(component.certified(), sensor.unit())
                .value();
    }

    /**
     * Compares. Carbon monoxide of 80 ppm ±2 % read as 79, then a new one of 80 ppm ±2 % read as 76: it is 3.8 % off, the
     * certificates and the display allow 3.0 %, so they do not agree.
     *
     * @param card the procedure card of the model
     * @param outgoing the cylinder in use
     * @param incoming the new cylinder
     * @param readings by slot; every shared sensor needs one
     * @return the difference of each gas, and whether they agree
     * @throws onward.sentry.core.working.Refused when no sensor reads both, or a reading is missing
     */
    public static Comparison of(ProcedureCard card, Cylinder outgoing, Cylinder incoming, Map<Integer, Pair> readings) {
        var shared = shared(card, outgoing, incoming);
        Refusal.unless(
                !shared.isEmpty(),
                "comparison-nothing-shared",
                "outgoing",
                "No sensor of this detector reads a gas that both cylinders hold.",
                "Take another outgoing cylinder or another detector.");
        var lines = shared.stream().map(one -> line(one, readings)).toList();
        var uncompared = incoming.mixture().components().stream()
                .filter(part ->
                        shared.stream().noneMatch(one -> one.sensor().gasId().equals(part.gasId())))
                .map(part -> GasLibrary.shipped().gas(part.gasId()).name())
                .toList();
        return new Comparison(lines, uncompared);
    }

    private static Line line(Shared one, Map<Integer, Pair> readings) {
        var sensor = one.sensor();
        var pair = readings.get(sensor.slot());
        Refusal.unless(
                pair != null && pair.outgoing() > 0 && pair.incoming() > 0,
                "comparison-reading",
                "readings",
                sensor.gas().name() + " needs a reading above 0 on either cylinder.",
                "Let it settle on each gas and type what it shows.");
        double off = pair.incoming() / pair.outgoing() * one.outgoing() / one.incoming() - 1;
        double step = sensor.resolution() / 2;
        double display = Math.hypot(step / pair.outgoing(), step / pair.incoming());
        double allowed = Math.hypot(one.uncertainty(), display);
        boolean agrees = Math.abs(off) <= allowed + 1e-9;
        var unit = " " + sensor.unit().symbol();
        return new Line(
                sensor.slot(),
                off,
                allowed,
                Derivation.of(
                                "New cylinder against the outgoing one: "
                                        + sensor.gas().nameInSentence(),
                                "off = (read₂ ÷ read₁) · (label₁ ÷ label₂) − 1, within √(u₁² + u₂² + display²)")
                        .with("read₁", upTo(pair.outgoing(), 3) + unit)
                        .with("label₁", upTo(one.outgoing(), 3) + unit)
                        .with("read₂", upTo(pair.incoming(), 3) + unit)
                        .with("label₂", upTo(one.incoming(), 3) + unit)
                        .with("allowed", "±" + upTo(100 * allowed, 1) + " %")
                        .gives(upTo(100 * off, 1) + " % → " + (agrees ? "agrees" : "does not agree")));
    }
}
