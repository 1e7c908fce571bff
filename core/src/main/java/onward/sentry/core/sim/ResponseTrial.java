package onward.sentry.core.sim;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.SensorOutcome;

/**
 * What a card comes to for one sensor that responds with only so much, all others sound: shows what its reading mode and its
 * grading do before anybody works by it.
 *
 * @param percent of its response when new
 * @param verdict of the detector after a calibration
 * @param outcomes what was judged of that sensor
 * @param stuck why the run did not come to an end, in one sentence; empty: it did
 */
public record ResponseTrial(int percent, Verdict verdict, List<SensorOutcome> outcomes, Optional<String> stuck) {

    private static final int[] PERCENTS = {30, 60, 100};

    /**
     * At 30, 60 and 100 %. By three grades they come to fail, marginal and pass.
     *
     * @param card the procedure card of the model
     * @param policy the rules of the site
     * @param slot slot of the sensor, from 1
     * @param on the day of the work
     * @return one trial for each response
     */
    public static List<ResponseTrial> of(ProcedureCard card, SitePolicy policy, int slot, LocalDate on) {
        return IntStream.of(PERCENTS)
                .mapToObj(percent -> of(card, policy, slot, percent, on))
                .toList();
    }

    private static ResponseTrial of(ProcedureCard card, SitePolicy policy, int slot, int percent, LocalDate on) {
        var weak = new DryRun.With(slot, new Fault(Fault.Kind.WEAK, percent));
        var run = DryRun.of(card, policy, Job.CALIBRATION, Optional.of(weak), on, 1);
        return new ResponseTrial(
                percent,
                run.verdict(),
                run.outcomes().stream()
                        .filter(outcome -> outcome.slot() == slot)
                        .toList(),
                run.stuck().map(refusal -> refusal.reason()));
    }
}
