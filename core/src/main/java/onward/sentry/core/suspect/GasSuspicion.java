package onward.sentry.core.suspect;

import static onward.sentry.core.working.Figures.upTo;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import onward.sentry.core.detector.Technology;
import onward.sentry.core.gas.CleanAir;
import onward.sentry.core.rig.Delivery;
import onward.sentry.core.rig.Intake;
import onward.sentry.core.rig.Regulator;
import onward.sentry.core.working.Working;

/**
 * Ranks what may be behind a failed application of gas. A sensor is held against the label and against its own last good
 * run: ageing is slow and one sensor's own, dilution is sudden and hits all alike, a bad gas hits one component on every
 * detector that meets that cylinder.
 */
public final class GasSuspicion {

    /** Below this share of the way a sensor is silent. */
    private static final double SILENT = 0.12;
    /** What a sensor may stray from its own last run without meaning anything, as a fraction. */
    private static final double STRAYS = 0.08;
    /** How unlike the shares of a dilution may be among each other. */
    private static final double ALIKE = 0.08;

    private static final double SLOW_TIMES = 2;
    private static final double DEAD_TIME_SECONDS = 4;
    private static final double RISES = 0.05;
    private static final double RESTLESS_STEPS = 2.5;
    /** Handbook over IEC lower explosive limit of methane. */
    private static final double BASES = 5.0 / 4.4;

    private static final double BASES_NEAR = 0.025;
    private static final double LAST_QUARTER = 0.25;
    /** Share of the full pressure below which a cylinder may well be what gives nothing. */
    private static final double GAUGE_LOW = 0.1;

    private final Evidence evidence;
    private final List<Suspect> suspects = new ArrayList<>();

    private GasSuspicion(Evidence evidence) {
        this.evidence = evidence;
    }

    /** The causes that the evidence speaks for; none where nothing failed. */
    public static Suspicion of(Evidence evidence) {
        if (evidence.sensors().stream().noneMatch(SensorEvidence::failed)) {
            return Suspicion.NONE;
        }
        var ranking = new GasSuspicion(evidence);
        ranking.rank();
        return Suspicion.of(ranking.suspects, evidence.tried());
    }

    private void rank() {
        var silent = evidence.sensors().stream()
                .filter(s -> Math.abs(s.share()) < SILENT)
                .toList();
        if (silent.size() == evidence.sensors().size()) {
            nothingArrives();
        } else if (!silent.isEmpty()) {
            someSilent(silent);
        } else if (!restless() && !slow()) {
            strength();
        }
        if (suspects.isEmpty()) {
            evidence.sensors().stream()
                    .filter(SensorEvidence::failed)
                    .forEach(s -> add(Cause.FADED_SENSOR, 0.4, s.told(), s));
        }
    }

    private void nothingArrives() {
        boolean alone = evidence.sensors().size() == 1;
        boolean low = evidence.gauge() < GAUGE_LOW;
        var all = told(evidence.sensors()) + "; gauge at " + upTo(100 * evidence.gauge(), 0) + " % of full";
        boolean maybeCharcoal =
                alone && evidence.charcoal() && isVapour(evidence.sensors().get(0));
        add(Cause.NO_GAS, low ? 0.95 : maybeCharcoal ? 0.6 : 0.8, all);
        if (evidence.intake() instanceof Intake.Pumped) {
            add(Cause.BLOCKED_INLET, maybeCharcoal ? 0.5 : 0.7, all);
        }
        if (alone) {
            if (maybeCharcoal) {
                add(Cause.CHARCOAL_LEFT, 0.9, all);
            }
            add(Cause.DEAD_SENSOR, 0.6, all);
        } else {
            add(Cause.WRONG_MIX, low ? 0.3 : 0.5, all);
        }
    }

    private void someSilent(List<SensorEvidence> silent) {
        var others =
                evidence.sensors().stream().filter(s -> !silent.contains(s)).toList();
        var words = told(silent) + "; " + told(others);
        boolean mixIsOther = silent.size() > 1
                || others.stream().anyMatch(s -> !s.sensor().gas().reactive() && Math.abs(s.against() - 1) > 0.3)
                || oxygenIsOther();
        if (mixIsOther) {
            add(Cause.WRONG_MIX, 0.8, words);
        }
        for (var one : silent) {
            if (isVapour(one) && evidence.charcoal()) {
                add(Cause.CHARCOAL_LEFT, 0.8, words, one);
            }
            if (isVapour(one) || isBead(one)) {
                add(Cause.MASKING, 0.7, words, one);
            }
            add(Cause.DEAD_SENSOR, silent.size() == 1 ? 0.65 : 0.4, words, one);
        }
        if (!mixIsOther) {
            add(Cause.WRONG_MIX, 0.3, words);
        }
    }

    private boolean oxygenIsOther() {
        return evidence.oxygen()
                .filter(o -> Math.abs(o.reading() - o.expected()) > 1.5)
                .isPresent();
    }

    private boolean restless() {
        var restless = evidence.sensors().stream()
                .filter(s -> s.failed()
                        && s.jitter() > RESTLESS_STEPS
                        && s.jitter() * s.sensor().resolution() > 0.02 * Math.abs(s.expected()))
                .toList();
        if (restless.isEmpty()) {
            return false;
        }
        var words = restless.stream()
                .map(s -> s.gas() + " wavers by " + upTo(s.jitter(), 1) + " steps")
                .collect(Collectors.joining(", "));
        boolean one = restless.size() == 1 && evidence.sensors().size() > 1;
        add(one ? Cause.UNSETTLED_SENSOR : Cause.UNSETTLED_GAS, 0.8, words);
        add(one ? Cause.UNSETTLED_GAS : Cause.UNSETTLED_SENSOR, 0.5, words);
        return true;
    }

    private boolean slow() {
        var slow = evidence.sensors().stream().filter(this::isSlow).toList();
        if (slow.isEmpty()) {
            return false;
        }
        for (var one : slow) {
            add(
                    Cause.SLOW_SENSOR,
                    0.85,
                    one.gas() + " took " + upTo(one.t90Seconds().orElse(0), 0) + " s to 90 %, its maker says "
                            + upTo(one.sensor().t90Seconds(), 0) + " s; it still rose by "
                            + upTo(100 * one.rise(), 1) + " % at the end",
                    one);
        }
        return true;
    }

    private boolean isSlow(SensorEvidence s) {
        boolean late = s.t90Seconds().isPresent()
                && s.t90Seconds().getAsDouble() > SLOW_TIMES * s.sensor().t90Seconds() + DEAD_TIME_SECONDS;
        boolean rises = s.rise() > RISES
                && evidence.exposedSeconds() > SLOW_TIMES * s.sensor().t90Seconds();
        return s.failed() && s.share() > SILENT && (late || rises);
    }

    private void strength() {
        var gases = evidence.gases();
        var low = gases.stream().filter(s -> s.against() < 1 - STRAYS).toList();
        var high = gases.stream().filter(s -> s.against() > 1 + STRAYS).toList();
        if (high.size() == gases.size() && !high.isEmpty()) {
            add(Cause.PRESSURISED, gases.size() > 1 ? 0.8 : 0.6, told(high));
            if (gases.size() == 1) {
                basis(gases.get(0));
            }
            return;
        }
        if (oxygenIsStarved()) {
            add(Cause.LITTLE_OXYGEN, 0.8, told(evidence.sensors()));
        }
        if (low.size() == gases.size() && gases.size() > 1 && alike(low) && oxygenAgrees(low)) {
            dilution(low);
            return;
        }
        low.stream().filter(SensorEvidence::failed).forEach(s -> weak(s, gases));
        high.forEach(this::basis);
        if (suspects.isEmpty()) {
            // Low against the label, though not against its own last run: it has faded over time.
            gases.stream()
                    .filter(s -> s.failed() && s.share() < 1 - STRAYS)
                    .forEach(s -> add(Cause.FADED_SENSOR, 0.7, words(s), s));
        }
    }

    private boolean oxygenIsStarved() {
        return evidence.oxygen()
                        .filter(o -> o.reading() < 10 && o.expected() > o.reading() + 1.5)
                        .isPresent()
                && evidence.gases().stream().anyMatch(s -> isBead(s) && s.against() < 1 - STRAYS);
    }

    private boolean alike(List<SensorEvidence> low) {
        var shares = low.stream().mapToDouble(SensorEvidence::against).summaryStatistics();
        return shares.getMax() - shares.getMin() <= ALIKE;
    }

    /** Room air that dilutes all other gases brings oxygen with it, by the same share. */
    private boolean oxygenAgrees(List<SensorEvidence> low) {
        double k = mean(low);
        return evidence.oxygen().map(o -> Math.abs(o.share() - k) <= 0.12).orElse(true);
    }

    private void dilution(List<SensorEvidence> low) {
        double k = mean(low);
        var words = told(evidence.sensors()) + "; all at " + upTo(100 * k, 0) + " %";
        var oxygen = evidence.oxygen()
                .map(o -> ", air fraction f = (O₂ read − O₂ mix) ÷ (20.9 − O₂ mix) = "
                        + upTo((o.reading() - o.expected()) / (CleanAir.OXYGEN_VOL_PERCENT - o.expected()), 3))
                .orElse("");
        double fed = fedShare();
        add(Cause.AIR_LEAK, 0.8, words + oxygen);
        add(
                Cause.UNDER_FED,
                fed < 1 && Math.abs(fed - k) < 0.1 ? 0.9 : pumpedOpen() ? 0.75 : 0.2,
                words + (fed < 1 ? ", regulator ÷ pump = " + upTo(fed, 2) : ""));
    }

    private double fedShare() {
        return evidence.intake() instanceof Intake.Pumped pump
                        && evidence.rig().regulator().kind() != Regulator.Kind.DEMAND
                ? evidence.rig().regulator().litresPerMinute() / pump.draws()
                : 1;
    }

    private boolean pumpedOpen() {
        return evidence.intake() instanceof Intake.Pumped && evidence.rig().delivery() != Delivery.DIRECT;
    }

    private void weak(SensorEvidence s, List<SensorEvidence> gases) {
        boolean othersFine =
                gases.stream().filter(other -> other != s).anyMatch(other -> Math.abs(other.against() - 1) <= STRAYS);
        if (isBead(s)) {
            basis(s);
            add(Cause.POISONED_BEAD, 0.7, words(s), s);
        } else if (s.sensor().gas().reactive()) {
            reactive(s);
        } else {
            add(Cause.FADED_SENSOR, 0.7, words(s), s);
        }
        if (!othersFine && gases.size() == 1) {
            add(Cause.AIR_LEAK, s.sensor().gas().reactive() ? 0.4 : 0.6, words(s), s);
        }
    }

    private void reactive(SensorEvidence s) {
        var others = s.others().stream().mapToDouble(Double::doubleValue).average();
        boolean othersLow = others.isPresent() && others.getAsDouble() < 1 - STRAYS;
        boolean othersFine = others.isPresent() && !othersLow;
        boolean old = evidence.shelfLifeLeft() < LAST_QUARTER;
        var words = words(s)
                + (others.isPresent()
                        ? "; " + s.others().size() + " other detectors on this cylinder: "
                                + upTo(100 * others.getAsDouble(), 0) + " %"
                        : "; no other detector on this cylinder lately")
                + "; " + upTo(100 * Math.max(0, evidence.shelfLifeLeft()), 0) + " % of its shelf life left";
        add(Cause.DECAYED_GAS, othersFine ? 0.3 : othersLow ? 0.9 : old ? 0.8 : 0.7, words, s);
        add(Cause.FADED_SENSOR, othersFine ? 0.8 : othersLow ? 0.2 : 0.5, words, s);
        add(Cause.ABSORBING_TUBING, othersFine ? 0.5 : 0.3, words, s);
    }

    private void basis(SensorEvidence s) {
        double ratio = s.against();
        if (isBead(s) && (near(ratio, BASES) || near(ratio, 1 / BASES))) {
            add(
                    Cause.WRONG_BASIS,
                    0.85,
                    s.told() + ": reading ÷ expected = " + upTo(ratio, 3) + ", the bases stand as "
                            + upTo(ratio > 1 ? BASES : 1 / BASES, 3),
                    s);
        } else if (ratio > 1) {
            add(Cause.PRESSURISED, 0.4, words(s), s);
        }
    }

    private static boolean near(double ratio, double known) {
        return Math.abs(ratio / known - 1) <= BASES_NEAR;
    }

    private static boolean isBead(SensorEvidence s) {
        return s.sensor().technology() == Technology.CATALYTIC_BEAD;
    }

    private static boolean isVapour(SensorEvidence s) {
        return s.sensor().technology() == Technology.PHOTO_IONISATION;
    }

    private static double mean(List<SensorEvidence> sensors) {
        return sensors.stream().mapToDouble(SensorEvidence::against).average().orElse(1);
    }

    private static String told(List<SensorEvidence> sensors) {
        return sensors.stream().map(SensorEvidence::told).collect(Collectors.joining(", "));
    }

    private static String words(SensorEvidence s) {
        return s.told()
                + (s.lastGood().isPresent()
                        ? ", " + upTo(100 * s.share(), 0) + " % where its last good run reached "
                                + upTo(100 * s.lastGood().getAsDouble(), 0) + " %"
                        : ", " + upTo(100 * s.share(), 0) + " %");
    }

    private void add(Cause cause, double weight, String words, SensorEvidence about) {
        suspects.removeIf(s -> s.cause() == cause && s.weight() <= weight);
        if (suspects.stream().noneMatch(s -> s.cause() == cause)) {
            suspects.add(new Suspect(
                    cause,
                    weight,
                    Working.of("Suspected: " + cause.words(), "reading held against label and own last good run")
                            .with(about.gas(), words)
                            .gives("try: " + cause.shownBy().words())));
        }
    }

    private void add(Cause cause, double weight, String words) {
        suspects.add(new Suspect(
                cause,
                weight,
                Working.of("Suspected: " + cause.words(), "the sensors on this mix held against each other")
                        .with("readings", words)
                        .gives("try: " + cause.shownBy().words())));
    }
}
