package onward.sentry.core.cylinder;

import static onward.sentry.core.working.Figures.day;
import static onward.sentry.core.working.Figures.days;
import static onward.sentry.core.working.Figures.upTo;

import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import onward.sentry.core.detector.Technology;
import onward.sentry.core.gas.CleanAir;
import onward.sentry.core.gas.GasLibrary;
import onward.sentry.core.rig.RigCheck;
import onward.sentry.core.working.Refusal;

/** Decides whether a cylinder may be used, and compares its label with the set points, component by component. */
public final class CylinderCheck {

    /** A catalytic bead burns the gas and needs at least this much oxygen for it, vol%. */
    private static final double LEAST_OXYGEN_FOR_BEAD = 10;

    private static final double WIDE_UNCERTAINTY = 0.05;

    private static final String COMPARE = "Compare it on its page before it sets a detector.";

    /** Zero air holds the oxygen of air within this, vol%. */
    private static final double ZERO_AIR_OXYGEN_WITHIN = 0.5;

    private final Cylinder cylinder;
    private final GasDemand demand;
    private final List<Refusal> refusals = new ArrayList<>();
    private final List<Refusal> warnings = new ArrayList<>();
    private final List<LabelLine> label = new ArrayList<>();

    private CylinderCheck(Cylinder cylinder, GasDemand demand) {
        this.cylinder = cylinder;
        this.demand = demand;
    }

    /**
     * Weighs one cylinder against one application of gas.
     *
     * <p>A cylinder with use-before date 2026-03-31 is refused on 2026-04-01 and allowed on 2026-03-31.
     *
     * @param cylinder the cylinder to look at
     * @param demand the application that needs gas
     * @return what fits, what refuses it and what to heed
     */
    public static Fitness of(Cylinder cylinder, GasDemand demand) {
        var check = new CylinderCheck(cylinder, demand);
        check.itself();
        demand.wanted().forEach(check::component);
        if (demand.isForZero()) {
            check.zeroAir();
        }
        check.rig();
        return new Fitness(check.refusals, check.warnings, check.label, check.unneeded());
    }

    /**
     * {@return whether a cylinder holds every gas that is asked for; one that does not is refused, whatever else it is}
     *
     * @param cylinder the cylinder to look at
     * @param demand the application that needs gas
     */
    public static boolean holdsAll(Cylinder cylinder, GasDemand demand) {
        return demand.wanted().stream()
                .allMatch(wanted ->
                        cylinder.mixture().component(wanted.sensor().gasId()).isPresent());
    }

    private int unneeded() {
        return (int) cylinder.mixture().components().stream()
                .filter(part -> demand.wanted().stream()
                        .noneMatch(wanted -> wanted.sensor().gasId().equals(part.gasId())))
                .count();
    }

    /** For a zero from a cylinder: the oxygen of air and nothing else that is certified. */
    private void zeroAir() {
        boolean isAir = cylinder.mixture().components().stream()
                        .allMatch(part -> GasLibrary.shipped().gas(part.gasId()).isOxygen())
                && Math.abs(cylinder.mixture().oxygenVolPercent() - CleanAir.OXYGEN_VOL_PERCENT)
                        <= ZERO_AIR_OXYGEN_WITHIN;
        refuseIf(
                !isAir,
                "cylinder-not-zero-air",
                () -> "A zero is taken in clean air; this is "
                        + upTo(cylinder.mixture().oxygenVolPercent(), 1) + " vol% oxygen with "
                        + cylinder.mixture().components().size() + " certified components.",
                "Take a zero-air cylinder, or fresh air where the card allows it.");
    }

    private void rig() {
        var found = RigCheck.of(
                demand.conditions().rig(),
                demand.conditions().intake(),
                demand.conditions().sharing(),
                cylinder.mixture().components().stream()
                        .map(part -> GasLibrary.shipped().gas(part.gasId()))
                        .toList(),
                demand.conditions().on());
        refusals.addAll(found.refusals());
        warnings.addAll(found.warnings());
    }

    private void itself() {
        var on = demand.conditions().on();
        var expired = on.isAfter(cylinder.useBefore());
        refuseIf(
                expired,
                "cylinder-expired",
                () -> "Expired on " + day(cylinder.useBefore()) + ", "
                        + days(ChronoUnit.DAYS.between(cylinder.useBefore(), on)) + " ago.",
                "Take a cylinder in date; there are no exceptions.");
        refuseIf(
                cylinder.state() != CylinderState.IN_USE && cylinder.state() != CylinderState.NEW,
                "cylinder-not-in-use",
                () -> "This cylinder is " + cylinder.state().label() + ".",
                "Take one that is in use.");
        boolean isNew = cylinder.state() == CylinderState.NEW;
        boolean sets = demand.isForZero() || demand.wanted().stream().anyMatch(Wanted::sets);
        refuseIf(
                isNew && sets,
                "cylinder-not-compared",
                () -> "This cylinder is new and has not been compared with the outgoing one.",
                COMPARE);
        warnIf(
                isNew && !sets,
                "cylinder-not-compared",
                () -> "This cylinder is new and has not been compared with the outgoing one; it sets nothing here.",
                COMPARE);
        refuseIf(
                cylinder.certificateNumber().isBlank(),
                "cylinder-no-certificate",
                () -> "No certificate number is on record.",
                "Enter it from the certificate, or take another cylinder.");
        double needed = demand.litres() + demand.conditions().reserve() * cylinder.volumeLitres();
        refuseIf(
                cylinder.litresLeft() < needed,
                "cylinder-too-little",
                () -> upTo(cylinder.litresLeft(), 1) + " L left; " + upTo(needed, 1) + " L needed ("
                        + upTo(demand.litres(), 1) + " L for this, the rest is the reserve).",
                "Take a fuller cylinder.");
        long daysLeft = ChronoUnit.DAYS.between(on, cylinder.useBefore());
        warnIf(
                !expired && daysLeft <= demand.conditions().warnBeforeExpiryDays(),
                "cylinder-expires-soon",
                () -> "Expires on " + day(cylinder.useBefore()) + ", in " + days(daysLeft) + ".",
                "Have the next one ready.");
        long shelfLife = ChronoUnit.DAYS.between(cylinder.madeOn(), cylinder.useBefore());
        warnIf(
                !expired && cylinder.holdsReactiveGas() && daysLeft * 4 <= shelfLife,
                "cylinder-last-quarter",
                () -> "A reactive mix in the last quarter of its shelf life loses strength first.",
                "If only the reactive gas reads low, suspect the cylinder before the sensor.");
    }

    private void component(Wanted wanted) {
        var sensor = wanted.sensor();
        var name = sensor.gas().name();
        var component = cylinder.mixture().component(sensor.gasId());
        if (component.isEmpty()) {
            label.add(new LabelLine(
                    sensor.slot(),
                    sensor.gasId(),
                    sensor.shown(wanted.setPoint()),
                    "not in this mix",
                    0,
                    false,
                    wanted.sets(),
                    0,
                    false,
                    Optional.empty()));
            refuseIf(
                    true,
                    "cylinder-component-missing",
                    () -> "No " + sensor.gas().nameInSentence() + " in this mix.",
                    "Take a cylinder with " + sensor.gas().nameInSentence() + " at " + sensor.shown(wanted.setPoint())
                            + ".");
            return;
        }
        var reading = ExpectedReading.of(sensor, component.get(), demand.conditions());
        double expected = reading.value();
        boolean agrees = Math.abs(expected - wanted.setPoint()) <= sensor.resolution() / 2 + 1e-9;
        label.add(new LabelLine(
                sensor.slot(),
                sensor.gasId(),
                sensor.shown(wanted.setPoint()),
                reading.label(),
                expected,
                agrees,
                wanted.sets(),
                component.get().relativeUncertainty(),
                component.get().statesTwo(),
                reading.correction()));
        warnIf(
                !agrees && wanted.sets(),
                "cylinder-set-point-differs",
                () -> name + ": the label gives " + upTo(expected, 3) + " "
                        + sensor.unit().symbol() + ", the detector expects " + sensor.shown(wanted.setPoint()) + ".",
                "Change the set point on the detector, or take another cylinder.");
        warnIf(
                wanted.sets()
                        && sensor.technology() == Technology.CATALYTIC_BEAD
                        && !sensor.gasId().equals("methane"),
                "cylinder-heavy-vapour",
                () -> "A bead that is set on " + sensor.gas().nameInSentence()
                        + " can pass while it is blind to methane.",
                "Bump it with methane as well.");
        refuseIf(
                expected > sensor.rangeMax(),
                "cylinder-above-range",
                () -> name + ": " + upTo(expected, 2) + " " + sensor.unit().symbol() + " is above the sensor's range, "
                        + sensor.shown(sensor.rangeMax()) + ".",
                "Take a weaker mix.");
        refuseIf(
                sensor.technology() == Technology.CATALYTIC_BEAD
                        && cylinder.mixture().oxygenVolPercent() < LEAST_OXYGEN_FOR_BEAD,
                "cylinder-no-oxygen",
                () -> "A catalytic bead needs at least 10 vol% oxygen; this mix holds "
                        + upTo(cylinder.mixture().oxygenVolPercent(), 1) + " vol%.",
                "Take a mix in air or with oxygen.");
        warnIf(
                wanted.sets()
                        && !sensor.isOxygen()
                        && expected <= sensor.rangeMax()
                        && (expected < 0.25 * sensor.rangeMax() || expected > 0.75 * sensor.rangeMax()),
                "cylinder-off-mid-range",
                () -> name + ": " + upTo(expected, 2) + " " + sensor.unit().symbol()
                        + " is outside 25–75 % of the range, " + sensor.shown(sensor.rangeMax()) + ".",
                "A mix nearer the middle shows a slope error better.");
        warnIf(
                component.get().relativeUncertainty() > WIDE_UNCERTAINTY,
                "cylinder-uncertain",
                () -> name + ": the certificate gives ±"
                        + upTo(100 * component.get().relativeUncertainty(), 1) + " %.",
                "Prefer a mix within ±5 %.");
    }

    private void refuseIf(boolean condition, String code, Supplier<String> reason, String wayOut) {
        if (condition) {
            refusals.add(new Refusal(code, "cylinder", reason.get(), wayOut));
        }
    }

    private void warnIf(boolean condition, String code, Supplier<String> reason, String wayOut) {
        if (condition) {
            warnings.add(new Refusal(code, "cylinder", reason.get(), wayOut));
        }
    }
}
