package onward.sentry.core.measure;

import static onward.sentry.core.working.Figures.upTo;

import java.util.Optional;
import java.util.OptionalDouble;
import onward.sentry.core.card.AcceptRule;
import onward.sentry.core.card.BumpLevel;
import onward.sentry.core.card.Purpose;
import onward.sentry.core.card.Target;
import onward.sentry.core.cylinder.LabelLine;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.judge.BumpJudge;
import onward.sentry.core.judge.Judgement;
import onward.sentry.core.judge.JudgingRules;
import onward.sentry.core.judge.SensitivityHistory;
import onward.sentry.core.judge.Unsettled;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.result.Stage;
import onward.sentry.core.trace.Plateau;
import onward.sentry.core.trace.ResponseTime;
import onward.sentry.core.trace.Stability;
import onward.sentry.core.trace.StabilityLimits;
import onward.sentry.core.working.Derivation;

/**
 * Takes the reading of one sensor on gas: when it counts, and what it comes to. Readings over the link, typed ones and those
 * of a file all come through here.
 *
 * @param target the sensor and what it met the gas for
 * @param expected what it should read, in its unit
 * @param label of the cylinder, for the uncertainty of the gas
 * @param chain what is known of the sensor
 * @param zero what it read in clean air just before, in its unit
 * @param barometer station pressure was read
 * @param accept when the card takes a reading
 * @param noResponseSeconds after which a sensor that has not moved does not respond
 * @param exposure what it read
 */
public record GasTaking(
        GasJudge judge,
        Target target,
        double expected,
        Optional<LabelLine> label,
        SensitivityHistory chain,
        double zero,
        boolean barometer,
        AcceptRule accept,
        double noResponseSeconds,
        Exposure exposure) {

    /** A sensor that has covered less than this of the way does not respond. */
    public static final double LEAST_RESPONSE = 0.05;

    private static final long PLATEAU_MILLIS = 10_000;
    /** A bump is seen no sooner than this after gas came on, seconds. */
    private static final double LEAST_BUMP_SECONDS = 5;

    /** What a reading came to. */
    public enum Kind {
        /** The reading was taken. */
        ACCEPTED,
        /** No reading was taken. */
        NOT_ACCEPTED,
        /** Gas ended before the reading was taken: nothing is judged, the application is repeated. */
        GAS_ENDED
    }

    /**
     * What was taken.
     *
     * @param measured the reading as it went into the judgement; empty where none was taken
     */
    public record Taken(Kind kind, SensorOutcome outcome, Optional<Measured> measured) {

        static Taken without(Kind kind, SensorOutcome outcome) {
            return new Taken(kind, outcome, Optional.empty());
        }
    }

    /**
     * {@return the reading at this moment of run time, ms; empty while it waits}
     *
     * @param now run time, ms
     */
    public Optional<Taken> at(long now) {
        double elapsed = (now - exposure.since()) / 1000.0;
        if (elapsed < 0 || !isRead()) {
            return Optional.empty();
        }
        if (!hasMoved()) {
            return elapsed >= noResponseSeconds && isReadAt(noResponseSeconds)
                    ? Optional.of(ended().orElseGet(this::notMoved))
                    : Optional.empty();
        }
        if (target.purpose() == Purpose.BUMP && isAtLevel()) {
            return elapsed >= leastOfBump()
                    ? Optional.of(taken(alone(), Unsettled.NONE, "responded"))
                    : Optional.empty();
        }
        if (elapsed >= accept.endSeconds() && !isReadAt(accept.endSeconds())) {
            return Optional.empty();
        }
        boolean settled = elapsed >= accept.leastSeconds() && window().settled();
        return switch (accept.decide(elapsed, settled)) {
            case WAIT -> Optional.empty();
            case ACCEPT -> settled && isHeldBack(elapsed) ? Optional.empty() : Optional.of(asItStands(settled));
            case NOT_SETTLED -> Optional.of(ended().orElseGet(this::notSettled));
        };
    }

    /** {@return the reading as it stands when a person took it, before the card's time was over} */
    public Taken asItStands() {
        return hasMoved() ? asItStands(false) : ended().orElseGet(this::notMoved);
    }

    private Taken asItStands(boolean settled) {
        if (strict()) {
            if (!exposure.typed() && unsettled(settled).readings() < Exposure.LEAST_READINGS) {
                return notTaken(
                        "too few readings", "Fewer than " + Exposure.LEAST_READINGS + " readings when it was due");
            }
            var ended = ended();
            if (ended.isPresent()) {
                return ended.get();
            }
            if (exposure.isPastRange(sensor(), plateauFrom(), step()) && target.purpose() != Purpose.BUMP) {
                return notTaken("past range", "Reads past its range: there is no value to judge");
            }
            if (target.purpose() == Purpose.BUMP && reachesLevel(plateau().mean())) {
                return notTaken("not held", "The level was not held for three readings in a row");
            }
        }
        boolean three = strict() && settled && exposure.typed();
        var plateau = three ? Plateau.ofTyped(exposure.trace()).orElseThrow() : plateau();
        var how = settled ? "settled" : accept instanceof AcceptRule.Countdown ? "countdown" : "deadline";
        return taken(plateau, strict() ? unsettled(settled) : Unsettled.NONE, how);
    }

    /** {@return a single reading that the technician has declared settled} */
    public Taken declared() {
        return taken(alone(), Unsettled.NONE, "declared");
    }

    /**
     * No reading was there when it was due.
     *
     * @param dueSeconds exposure at which the reading was due, s
     * @return an outcome without a reading
     */
    public Taken notRead(double dueSeconds) {
        return notTaken(
                "no reading", "No reading when it was due, " + upTo(dueSeconds, 0) + " s after gas reached the sensor");
    }

    /**
     * {@return gas was on for less time than the card asks for}
     *
     * @param seconds how long, s
     */
    public Taken tooShort(double seconds) {
        return notTaken(
                "too short",
                "Gas was at the sensor for " + upTo(Math.max(0, seconds), 1) + " s; the card asks for at least "
                        + upTo(accept.leastSeconds(), 0) + " s");
    }

    /** {@return a sensor that fails zero is not spanned} */
    public Taken zeroFailed() {
        return notTaken("zero failed", "A sensor that fails zero is not spanned");
    }

    /** {@return gas ended early and nobody repeated the application} */
    public Taken leftAfterGasEnded() {
        double reached = exposure.fallenFrom(sensor(), expected);
        return Taken.without(
                Kind.NOT_ACCEPTED, failed("gas ended", Verdict.FAIL, endedRule(reached) + ", and it was not repeated"));
    }

    /** {@return whether a reading was taken} */
    public boolean isRead() {
        var trace = exposure.trace();
        return !trace.isEmpty() && trace.lastTime() >= exposure.since();
    }

    private boolean isReadAt(double seconds) {
        return Exposure.isReadAt(exposure.trace(), exposure.since(), seconds, exposure.typed(), judge.rules());
    }

    private boolean hasMoved() {
        if (!strict()) {
            double way = BumpJudge.responsePercent(
                            sensor(), expected, exposure.trace().last())
                    / 100;
            return way >= LEAST_RESPONSE;
        }
        double way = Math.abs(expected - sensor().cleanAirReading());
        return way < BumpLevel.LEAST_STEPS * sensor().resolution() && target.purpose() != Purpose.BUMP
                || exposure.moved(sensor(), expected, step()) >= LEAST_RESPONSE;
    }

    private boolean isAtLevel() {
        if (!strict()) {
            return BumpJudge.responsePercent(
                            sensor(), expected, exposure.trace().last())
                    >= judge.card().bumpLevelPercent();
        }
        double air = sensor().cleanAirReading();
        double sign = Math.signum(expected - air);
        double level = air + judge.card().bumpLevelPercent() / 100 * (expected - air);
        double above = exposure.baseline(sensor(), step()) + sign * BumpLevel.LEAST_STEPS * sensor().resolution();
        return exposure.holds(sensor(), step(), sign * Math.max(sign * level, sign * above), sign);
    }

    private boolean reachesLevel(double reading) {
        return BumpJudge.responsePercent(sensor(), expected, reading)
                >= judge.card().bumpLevelPercent();
    }

    private double leastOfBump() {
        return strict() ? Math.max(LEAST_BUMP_SECONDS, accept.leastSeconds()) : accept.leastSeconds();
    }

    /** A bump that has settled at its level waits for three readings in a row. */
    private boolean isHeldBack(double elapsed) {
        return strict()
                && target.purpose() == Purpose.BUMP
                && elapsed < accept.endSeconds()
                && reachesLevel(plateau().mean());
    }

    private Optional<Taken> ended() {
        double reached = strict() ? exposure.fallenFrom(sensor(), expected) : 0;
        return reached >= LEAST_RESPONSE
                ? Optional.of(Taken.without(
                        Kind.GAS_ENDED,
                        failed("gas ended", Verdict.NOT_JUDGED, endedRule(reached) + ": it is repeated")))
                : Optional.empty();
    }

    private static String endedRule(double reached) {
        return "Reached " + upTo(100 * reached, 0)
                + " % of the expected value, then gas ended before the reading was taken";
    }

    private Taken notMoved() {
        return notTaken("no response", "Moved less than 5 % of the way");
    }

    private Taken notSettled() {
        return notTaken("not settled", "Still moving at the limit");
    }

    private Stability window() {
        var trace = exposure.trace();
        return exposure.typed()
                ? Stability.typed(trace, exposure.since(), limits())
                : Stability.sampled(trace, exposure.since(), limits(), step());
    }

    /** What is unsettled shows in the usual window, however long the card wants the readings to hold. */
    private Unsettled unsettled(boolean settled) {
        var limits = settled ? limits() : usualLimits();
        var window = settled
                ? window()
                : Stability.unsettled(exposure.trace(), exposure.since(), limits, step(), exposure.typed());
        return Unsettled.of(settled, window, limits);
    }

    private StabilityLimits limits() {
        return usualLimits().holding(accept.stableSeconds());
    }

    private StabilityLimits usualLimits() {
        return StabilityLimits.of(sensor().resolution(), expected, sensor().t90Seconds());
    }

    private Plateau plateau() {
        var trace = exposure.trace();
        return Plateau.of(trace, plateauFrom(), trace.lastTime(), step())
                .or(() -> Plateau.of(trace, plateauFrom(), trace.lastTime()))
                .orElseThrow();
    }

    private long plateauFrom() {
        long last = exposure.trace().lastTime();
        long averaged = accept.averageSeconds() > 0 ? Math.round(1000 * accept.averageSeconds()) : PLATEAU_MILLIS;
        return exposure.typed() ? last : Math.max(exposure.since(), last - averaged);
    }

    private Plateau alone() {
        return new Plateau(exposure.trace().last(), 0, 1);
    }

    private Taken taken(Plateau plateau, Unsettled unsettled, String how) {
        var measured = new Measured(plateau, unsettled, zero, barometer);
        var judged = judge.judge(target, expected, measured, chain, label);
        var judgement = pastRange(plateau) && strict() ? remarked(judged.judgement()) : judged.judgement();
        return new Taken(
                Kind.ACCEPTED,
                new SensorOutcome(
                        target.slot(),
                        Stage.of(target.purpose()),
                        judgement,
                        OptionalDouble.of(plateau.mean()),
                        expected,
                        judged.responsePercent(),
                        exposure.straightOn() || exposure.typed()
                                ? OptionalDouble.empty()
                                : ResponseTime.t90(
                                        exposure.trace(),
                                        exposure.gasOn(),
                                        exposure.baseline(sensor(), step()),
                                        plateau.mean()),
                        how,
                        judged.sensitivity()),
                Optional.of(measured));
    }

    private boolean pastRange(Plateau plateau) {
        return plateau.mean() >= sensor().rangeMax() - sensor().resolution();
    }

    private static Judgement remarked(Judgement judgement) {
        var working = judgement.working();
        return new Judgement(judgement.verdict(), working.gives("reads past its range; " + working.result()));
    }

    private Taken notTaken(String how, String rule) {
        return Taken.without(Kind.NOT_ACCEPTED, failed(how, Verdict.FAIL, rule));
    }

    private SensorOutcome failed(String how, Verdict verdict, String rule) {
        var trace = exposure.trace();
        var working = Derivation.of(rule, "")
                .with("expected", sensor().shown(expected))
                .with("last reading", trace.isEmpty() ? "none" : sensor().shown(trace.last()))
                .gives(how + " → " + verdict.label())
                .from(judge.both());
        return new SensorOutcome(
                target.slot(),
                Stage.of(target.purpose()),
                new Judgement(verdict, working),
                trace.isEmpty() ? OptionalDouble.empty() : OptionalDouble.of(trace.last()),
                expected,
                OptionalDouble.empty(),
                OptionalDouble.empty(),
                how);
    }

    private SensorSpec sensor() {
        return judge.card().sensor(target.slot());
    }

    private double step() {
        return Exposure.step(sensor(), judge.rules(), exposure.typed());
    }

    private boolean strict() {
        return judge.rules() != JudgingRules.FIRST;
    }
}
