package onward.sentry.server.rules;

import java.util.List;
import java.util.Optional;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.run.NextAction;
import onward.sentry.core.sim.DryRun;
import onward.sentry.core.sim.SimTechnician;
import onward.sentry.core.working.Derivation;
import onward.sentry.core.working.Refusal;

/**
 * A dry run as the card's editor shows it.
 *
 * @param stuck why it did not come to an end
 * @param seconds of run time
 * @param drawsMore in words, when the card keeps too little gas ready
 */
record DryRunView(
        Optional<Refusal> stuck,
        Verdict verdict,
        long seconds,
        double litres,
        Optional<String> drawsMore,
        List<AskedFor> asked,
        List<DryOutcome> outcomes) {

    /**
     * Something that the technician was asked for, or had to wait for.
     *
     * @param second of the run
     * @param step position on the card as the site works by it; as many as there are steps: signing
     * @param byHand false: there is only to wait
     */
    record AskedFor(long second, int step, String sentence, boolean byHand) {}

    /** @param reading as the display shows it; absent where there was none */
    record DryOutcome(
            String sensor, String stage, Optional<String> reading, String how, Verdict verdict, Derivation working) {}

    static DryRunView of(DryRun dry, ProcedureCard card) {
        return new DryRunView(
                dry.stuck(),
                dry.verdict(),
                dry.millis() / 1000,
                dry.litres(),
                dry.drawsMoreThan(card),
                dry.asked().stream()
                        .filter(asked -> asked.action().kind() != NextAction.Kind.DONE)
                        .map(DryRunView::asked)
                        .toList(),
                dry.outcomes().stream().map(outcome -> outcome(outcome, card)).toList());
    }

    private static AskedFor asked(SimTechnician.Asked asked) {
        var action = asked.action();
        return new AskedFor(
                asked.at() / 1000,
                action.step(),
                action.sentence(),
                action.confirm().isPresent());
    }

    private static DryOutcome outcome(SensorOutcome outcome, ProcedureCard card) {
        var sensor = card.sensor(outcome.slot());
        return new DryOutcome(
                outcome.slot() + " " + sensor.gas().formula(),
                outcome.stage().label(),
                outcome.reading().isPresent()
                        ? Optional.of(sensor.shown(outcome.reading().getAsDouble()))
                        : Optional.empty(),
                outcome.how(),
                outcome.judgement().verdict(),
                outcome.judgement().working());
    }
}
