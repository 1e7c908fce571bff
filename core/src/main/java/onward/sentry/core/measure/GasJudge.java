package onward.sentry.core.measure;

import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.Supplier;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.Target;
import onward.sentry.core.cylinder.LabelLine;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.gas.Component;
import onward.sentry.core.gas.ReferenceValue;
import onward.sentry.core.judge.BumpJudge;
import onward.sentry.core.judge.CalibrationCheck;
import onward.sentry.core.judge.CheckRule;
import onward.sentry.core.judge.Judgement;
import onward.sentry.core.judge.JudgingRules;
import onward.sentry.core.judge.SensitivityHistory;
import onward.sentry.core.judge.SpanJudge;
import onward.sentry.core.judge.Uncertainty;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.policy.SitePolicy;

/**
 * Judges a reading that was taken on gas, by what the sensor met the gas for.
 *
 * @param ownTolerancePercent what a lead has set for this one detector; it stands in the place of the card's
 */
public record GasJudge(ProcedureCard card, SitePolicy policy, OptionalDouble ownTolerancePercent, JudgingRules rules) {

    /**
     * By the newest rules.
     *
     * @param card the procedure card of the model
     * @param policy the rules of the site
     * @param ownTolerancePercent tolerance of this detector, %; empty: by the rules
     */
    public GasJudge(ProcedureCard card, SitePolicy policy, OptionalDouble ownTolerancePercent) {
        this(card, policy, ownTolerancePercent, JudgingRules.NEWEST);
    }

    /** @param responsePercent of a span or a bump */
    public record Judged(Judgement judgement, OptionalDouble responsePercent, OptionalDouble sensitivity) {
        private static Judged plainly(Judgement judgement) {
            return new Judged(judgement, OptionalDouble.empty(), OptionalDouble.empty());
        }
    }

    /**
     * @param target a sensor and what it is for
     * @param expected reading that the gas should give, in the unit of the sensor
     * @param measured the reading with its zero and scatter
     * @param chain what is known of the sensor; of no account where the model shows raw readings
     * @param line of the cylinder's label, for the uncertainty of the gas
     * @return the verdict, its derivation and its uncertainty
     */
    public Judged judge(
            Target target, double expected, Measured measured, SensitivityHistory chain, Optional<LabelLine> line) {
        var sensor = card.sensor(target.slot());
        double reading = measured.plateau().mean();
        double tolerance = CalibrationCheck.tolerance(sensor, expected, tolerancePercent());
        return switch (target.purpose()) {
            case SPAN -> {
                var grounds = new SpanJudge.Grounds(chain, measured.zero(), measured.unsettled(), tolerance);
                var span = SpanJudge.judge(sensor, card.grading(policy), expected, reading, grounds, both());
                yield new Judged(span.judgement(), OptionalDouble.of(span.responsePercent()), span.sensitivity());
            }
            case LOW_POINT ->
                Judged.plainly(SpanJudge.lowPoint(sensor, expected, reading, measured.unsettled(), tolerance, both()));
            case AS_FOUND, CHECK_FIRST, CHECK, VERIFY ->
                Judged.plainly(CalibrationCheck.judge(
                        sensor,
                        expected,
                        reading,
                        measured.unsettled(),
                        rule(() -> line.map(of ->
                                uncertainty(sensor, expected, of.relativeUncertainty(), of.statesTwo(), measured)))));
            case BUMP ->
                new Judged(
                        BumpJudge.judge(sensor, expected, reading, card.bumpLevelPercent(), both()),
                        OptionalDouble.of(BumpJudge.responsePercent(sensor, expected, reading)),
                        OptionalDouble.empty());
        };
    }

    /**
     * {@return the verdict of a check by one reading: 91 on 100 ppm within 10 % passes, and fails where the policy takes the
     * uncertainty of ±2 % gas off}
     *
     * @param target a sensor and what it is for
     * @param expected reading that the gas should give, in the unit of the sensor
     * @param reading reading, in the unit of the sensor
     * @param gas of the cylinder; empty leaves its uncertainty out
     */
    public Verdict check(Target target, double expected, double reading, Optional<Component> gas) {
        var sensor = card.sensor(target.slot());
        var measured = Measured.alone(reading, sensor.cleanAirReading());
        var rule = rule(
                () -> gas.map(of -> uncertainty(sensor, expected, of.relativeUncertainty(), of.statesTwo(), measured)));
        return CalibrationCheck.judge(sensor, expected, reading, rule).verdict();
    }

    /**
     * {@return how well a reading on a line of a label is known}
     *
     * @param sensor the sensor
     * @param line what the label means for this sensor
     * @param measured the reading with its zero and scatter
     */
    public Uncertainty uncertainty(SensorSpec sensor, LabelLine line, Measured measured) {
        return uncertainty(sensor, line.expected(), line.relativeUncertainty(), line.statesTwo(), measured);
    }

    private Uncertainty uncertainty(
            SensorSpec sensor, double expected, double relative, boolean statesTwo, Measured measured) {
        if (rules == JudgingRules.FIRST) {
            return Uncertainty.of(
                    Math.abs(expected),
                    relative,
                    statesTwo,
                    sensor.resolution(),
                    measured.plateau().deviation());
        }
        return Uncertainty.of(new Uncertainty.Sources(
                expected,
                relative,
                statesTwo,
                policy.schools().reference() == ReferenceValue.CAUTIOUS,
                sensor.resolution(),
                measured.plateau().deviation(),
                measured.unsettled().amount(),
                sensor.partialPressure() && !measured.barometer(),
                sensor.simulantFor().isPresent()));
    }

    /**
     * {@return how far a check may be off, %: the stricter of the detector's or else its card's figure and the site
     * policy's} 5 set for the detector, 10 on the card and in the policy returns 5.
     */
    public double tolerancePercent() {
        var closer = ownTolerancePercent.isPresent() ? ownTolerancePercent : card.tolerancePercent();
        return Math.min(closer.orElse(policy.tolerancePercent()), policy.tolerancePercent());
    }

    /** {@return what {@link #tolerancePercent} comes from, as workings name it} */
    public String toleranceSource() {
        if (tolerancePercent() == policy.tolerancePercent()) {
            return policy.name() + ", " + card.name();
        }
        return (ownTolerancePercent.isPresent() ? "set for this detector" : card.name()) + " (stricter than "
                + policy.name() + ")";
    }

    private CheckRule rule(Supplier<Optional<Uncertainty>> uncertainty) {
        return new CheckRule(
                tolerancePercent(),
                toleranceSource(),
                policy.schools().guardBand() ? uncertainty.get() : Optional.empty());
    }

    /** The versions that a verdict names. */
    String both() {
        return card.name() + ", " + policy.name();
    }
}
