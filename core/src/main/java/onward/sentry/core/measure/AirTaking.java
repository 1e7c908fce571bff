package onward.sentry.core.measure;

import static onward.sentry.core.working.Figures.upTo;

import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import onward.sentry.core.card.AcceptRule;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.Step;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.judge.Judgement;
import onward.sentry.core.judge.JudgingRules;
import onward.sentry.core.judge.Unsettled;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.judge.ZeroJudge;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.result.Stage;
import onward.sentry.core.trace.Plateau;
import onward.sentry.core.trace.Stability;
import onward.sentry.core.trace.StabilityLimits;
import onward.sentry.core.trace.Trace;

/**
 * Takes a zero, or an air blank, by the newest rules: the first readings that have settled after the card's least time
 * decide; where they never settle, the card's deadline or countdown does, with what is unsettled counted against them.
 *
 * @param judgedBy the versions that the verdict names
 */
public record AirTaking(ProcedureCard card, AcceptRule accept, Stage stage, String judgedBy) {

    private static final long PLATEAU_MILLIS = 10_000;

    /**
     * {@return the outcome at this moment; empty while it waits}
     *
     * @param sensor the sensor
     * @param trace readings of one sensor
     * @param since run time at which the zero began, ms
     * @param now run time, ms
     * @param typed readings are typed in one by one
     */
    public Optional<SensorOutcome> at(SensorSpec sensor, Trace trace, long since, long now, boolean typed) {
        double elapsed = (now - since) / 1000.0;
        if (trace.isEmpty() || trace.lastTime() < since || elapsed < accept.leastSeconds()) {
            return Optional.empty();
        }
        var limits = limits(sensor);
        double step = Exposure.step(sensor, JudgingRules.SECOND, typed);
        var window = typed ? Stability.typed(trace, since, limits) : Stability.sampled(trace, since, limits, step);
        boolean over = elapsed >= accept.endSeconds();
        if (!window.settled() && !over) {
            return Optional.empty();
        }
        return !window.settled() && accept instanceof AcceptRule.OnStability
                ? Optional.of(neverSettled(sensor, trace, since, typed))
                : Optional.of(taken(sensor, trace, since, window.settled(), typed));
    }

    private SensorOutcome neverSettled(SensorSpec sensor, Trace trace, long since, boolean typed) {
        var taken = taken(sensor, trace, since, false, typed);
        return as(taken, "not settled", "did not settle");
    }

    /**
     * {@return the zero as it stands, settled or not}
     *
     * @param sensor the sensor
     * @param trace readings of one sensor
     * @param since run time from which the sensor is exposed, ms
     * @param settled whether the reading has settled
     * @param typed whether a person types the readings
     */
    public SensorOutcome taken(SensorSpec sensor, Trace trace, long since, boolean settled, boolean typed) {
        var limits = settled ? limits(sensor) : usualLimits(sensor);
        double step = Exposure.step(sensor, JudgingRules.SECOND, typed);
        long averaged = accept.averageSeconds() > 0 ? Math.round(1000 * accept.averageSeconds()) : PLATEAU_MILLIS;
        long from = typed ? trace.lastTime() : Math.max(since, trace.lastTime() - averaged);
        double mean = (typed && settled ? Plateau.ofTyped(trace) : Plateau.of(trace, from, trace.lastTime(), step))
                .or(() -> Plateau.of(trace, from, trace.lastTime()))
                .map(Plateau::mean)
                .orElseThrow();
        var window = typed && settled
                ? Stability.typed(trace, since, limits)
                : Stability.unsettled(trace, since, limits, step, typed);
        var unsettled = Unsettled.of(settled, window, limits);
        var how = settled ? "settled" : accept instanceof AcceptRule.Countdown ? "countdown" : "deadline";
        var taken = outcome(sensor, mean, how, unsettled);
        return !typed && window.readings() + window.marked() < Exposure.LEAST_READINGS
                ? as(taken, "too few readings", "fewer than " + Exposure.LEAST_READINGS + " readings when it was due")
                : taken;
    }

    /**
     * {@return the same, over before the card's least time}
     *
     * @param taken what was taken
     */
    public SensorOutcome tooShort(SensorOutcome taken) {
        return as(taken, "too short", "shorter than the card's " + upTo(accept.leastSeconds(), 0) + " s");
    }

    private SensorOutcome as(SensorOutcome taken, String how, String finding) {
        return new SensorOutcome(
                taken.slot(),
                stage,
                new Judgement(Verdict.FAIL, taken.judgement().working().gives(finding + " → " + Verdict.FAIL.label())),
                taken.reading(),
                taken.expected(),
                OptionalDouble.empty(),
                OptionalDouble.empty(),
                how);
    }

    /**
     * {@return a zero that the technician has declared settled, by the last reading that was typed}
     *
     * @param sensor the sensor
     * @param reading reading, in the unit of the sensor
     */
    public SensorOutcome declared(SensorSpec sensor, double reading) {
        return outcome(sensor, reading, "declared", Unsettled.NONE);
    }

    private SensorOutcome outcome(SensorSpec sensor, double mean, String how, Unsettled unsettled) {
        return new SensorOutcome(
                sensor.slot(),
                stage,
                ZeroJudge.judge(sensor, mean, unsettled, lowestPoint(card, sensor), judgedBy),
                OptionalDouble.of(mean),
                sensor.cleanAirReading(),
                OptionalDouble.empty(),
                OptionalDouble.empty(),
                how);
    }

    private StabilityLimits limits(SensorSpec sensor) {
        return usualLimits(sensor).holding(accept.stableSeconds());
    }

    private static StabilityLimits usualLimits(SensorSpec sensor) {
        return StabilityLimits.of(sensor.resolution(), sensor.cleanAirReading(), sensor.t90Seconds());
    }

    /**
     * {@return what a sensor read in its latest zero, in its unit; clean air where none was read}
     *
     * @param outcomes what the sensors came to
     * @param sensor the sensor
     */
    public static double zeroFound(List<SensorOutcome> outcomes, SensorSpec sensor) {
        return outcomes.stream()
                .filter(outcome -> outcome.slot() == sensor.slot() && outcome.stage() == Stage.ZERO)
                .flatMapToDouble(outcome -> outcome.reading().stream())
                .reduce((earlier, later) -> later)
                .orElse(sensor.cleanAirReading());
    }

    /**
     * {@return the lowest gas that a card sets or checks a sensor with, in its unit; 0 where it meets none}
     *
     * @param card the procedure card of the model
     * @param sensor the sensor
     */
    public static double lowestPoint(ProcedureCard card, SensorSpec sensor) {
        return card.calibration().stream()
                .filter(Step.ApplyGas.class::isInstance)
                .flatMap(step -> ((Step.ApplyGas) step).targets().stream())
                .filter(target -> target.slot() == sensor.slot())
                .mapToDouble(target -> target.setPoint().orElse(sensor.spanSetPoint()))
                .min()
                .orElse(0);
    }
}
