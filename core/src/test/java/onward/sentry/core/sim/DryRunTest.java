package onward.sentry.core.sim;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import onward.sentry.core.card.AcceptRule;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.Purpose;
import onward.sentry.core.card.Quantity;
import onward.sentry.core.card.RetryPolicy;
import onward.sentry.core.card.Step;
import onward.sentry.core.card.Target;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.Stage;
import onward.sentry.core.run.Fixtures;
import onward.sentry.core.run.NextAction.Kind;
import org.junit.jupiter.api.Test;

/** A card tried on simulated detectors: what a sound one makes of it, and what a fault does. */
class DryRunTest {

    private static final SitePolicy POLICY = SitePolicy.SHIPPED;

    private static ProcedureCard card(RetryPolicy tries, double litres, Step... steps) {
        var calibration = steps.length == 0 ? Fixtures.quoin4Whole(tries).calibration() : List.of(steps);
        return Fixtures.quoin4(tries, litres, calibration);
    }

    private static DryRun calibration(ProcedureCard card, Fault... fault) {
        var with = fault.length == 0 ? Optional.<DryRun.With>empty() : Optional.of(new DryRun.With(3, fault[0]));
        return DryRun.of(card, POLICY, Job.CALIBRATION, with, Fixtures.TODAY, 3);
    }

    private static List<Kind> asked(DryRun dry) {
        return dry.asked().stream().map(one -> one.action().kind()).toList();
    }

    @Test
    void aSoundDetectorPassesAndTheSameSeedTellsTheSameStory() {
        var card = Fixtures.quoin4();
        var dry = calibration(card);
        assertThat(dry.verdict()).isEqualTo(Verdict.PASS);
        assertThat(dry.stuck()).isEmpty();
        assertThat(asked(dry))
                .startsWith(Kind.CONFIRM_CHECKS, Kind.WAIT_WARM_UP, Kind.START_ZERO)
                .endsWith(Kind.SIGN, Kind.DONE);
        assertThat(dry).isEqualTo(calibration(card));
        assertThat(dry.asked()).isSortedAccordingTo((a, b) -> Long.compare(a.at(), b.at()));
    }

    @Test
    void aBumpThatLeavesSensorsOutKeepsACardFromBeingPublished() {
        var refusal = DryRun.refusal(Fixtures.quoin4(), POLICY, Fixtures.TODAY).orElseThrow();
        assertThat(refusal.field()).isEqualTo("bump");
        assertThat(refusal.reason()).endsWith("It comes out as not judged.");
    }

    @Test
    void aWholeCalibrationIsWorkedWithAsFoundAndVerification() {
        var dry = calibration(card(RetryPolicy.USUAL, 9));
        assertThat(dry.verdict()).isEqualTo(Verdict.PASS);
        assertThat(dry.outcomes())
                .extracting(outcome -> outcome.stage())
                .contains(Stage.AS_FOUND, Stage.ZERO, Stage.SPAN, Stage.VERIFY, Stage.CLEAR);
        assertThat(dry.drawsMoreThan(card(RetryPolicy.USUAL, 9))).isEmpty();
    }

    @Test
    void aCardThatKeepsTooLittleGasReadySaysHowMuchIsDrawn() {
        var thrifty = card(RetryPolicy.USUAL, 0.5);
        var dry = calibration(thrifty);
        assertThat(dry.litres()).isGreaterThan(0.5);
        assertThat(dry.drawsMoreThan(thrifty).orElseThrow()).contains("the card keeps 0.5 L ready");
    }

    @Test
    void aWornSensorIsFoundOnTheGasAndMoreTriesDoNotHelpIt() {
        var once = calibration(card(new RetryPolicy(1, 0), 9), new Fault(Fault.Kind.WEAK, 40));
        assertThat(once.verdict()).isEqualTo(Verdict.FAIL);
        assertThat(once.outcomes())
                .filteredOn(outcome -> outcome.slot() == 3 && outcome.stage() == Stage.SPAN)
                .singleElement()
                .satisfies(span -> assertThat(span.judgement().verdict()).isEqualTo(Verdict.FAIL));
        var thrice = calibration(card(new RetryPolicy(3, 0), 9), new Fault(Fault.Kind.WEAK, 40));
        assertThat(asked(thrice)).contains(Kind.TRY_AGAIN);
        assertThat(thrice.verdict()).isEqualTo(Verdict.FAIL);
        assertThat(thrice.millis()).isGreaterThan(once.millis());
    }

    @Test
    void aCardThatGivesASensorNoTimeIsRefusedByJobAndSensor() {
        var hasty = card(
                new RetryPolicy(1, 0),
                9,
                new Step.Zero(List.of(3), new AcceptRule.OnStability(15, 60), ""),
                new Step.ApplyGas(List.of(Target.of(3, Purpose.SPAN)), new AcceptRule.Countdown(5), 60, ""),
                new Step.ClearDown(180, ""));
        var refusal = DryRun.refusal(hasty, POLICY, Fixtures.TODAY).orElseThrow();
        assertThat(refusal.code()).isEqualTo("card-dry-run");
        assertThat(refusal.field()).isEqualTo("calibration");
        assertThat(refusal.reason()).contains("does not pass the calibration", "Carbon monoxide, span");
    }

    @Test
    void handsAnswerEverythingThatACardMayAskBeforeGas() {
        var curious = card(
                RetryPolicy.USUAL,
                9,
                new Step.Checks(List.of("Serial"), ""),
                new Step.Confirm("Filter", "Take the charcoal filter off.", ""),
                new Step.Measure(Quantity.AMBIENT_TEMPERATURE, 10, 30, "Warm the room.", ""),
                new Step.Measure(Quantity.POWER_ON_HOURS, 0, 500, "Have it serviced.", ""),
                new Step.Ask("Dry", "Is it wet?", false, "Dry it.", ""),
                new Step.BlockTest(10, List.of("Push it home"), ""),
                new Step.Blank(List.of(3), new AcceptRule.Countdown(20), ""),
                new Step.Zero(List.of(3), new AcceptRule.OnStability(15, 60), ""),
                new Step.ApplyGas(
                        List.of(Target.of(3, Purpose.SPAN)), new AcceptRule.StableOrDeadline(30, 150), 60, ""),
                new Step.ClearDown(180, ""));
        var dry = calibration(curious);
        assertThat(dry.stuck()).isEmpty();
        assertThat(dry.outcomes())
                .filteredOn(outcome -> outcome.slot() == 3)
                .extracting(outcome -> outcome.judgement().verdict())
                .containsOnly(Verdict.PASS);
        assertThat(asked(dry))
                .contains(
                        Kind.CONFIRM_STEP,
                        Kind.MEASURE,
                        Kind.ANSWER,
                        Kind.BLOCK_TEST,
                        Kind.START_BLANK,
                        Kind.START_ZERO,
                        Kind.CHOOSE_CYLINDER);
    }

    @Test
    void moreThanFortyStepsAreNotPublished() {
        var forty = new ArrayList<Step>(Fixtures.quoin4().calibration());
        while (forty.size() < 40) {
            forty.add(1, new Step.WarmUp(1, ""));
        }
        var refusal = DryRun.refusal(Fixtures.quoin4(RetryPolicy.USUAL, 9, forty), POLICY, Fixtures.TODAY);
        assertThat(refusal).hasValueSatisfying(why -> assertThat(why.field()).isEqualTo("bump"));
        forty.add(1, new Step.WarmUp(1, ""));
        var long41 = DryRun.refusal(Fixtures.quoin4(RetryPolicy.USUAL, 9, forty), POLICY, Fixtures.TODAY);
        assertThat(long41).hasValueSatisfying(why -> {
            assertThat(why.code()).isEqualTo("card-steps");
            assertThat(why.reason()).isEqualTo("A job has at most 40 steps; the calibration has 41.");
        });
    }

    @Test
    void gasThatNoMixCanHoldStopsItWithTheReason() {
        var impossible = card(
                RetryPolicy.USUAL,
                9,
                new Step.Zero(List.of(2), new AcceptRule.OnStability(15, 60), ""),
                new Step.ApplyGas(
                        List.of(new Target(3, Purpose.SPAN, OptionalDouble.of(290_000))),
                        new AcceptRule.StableOrDeadline(30, 150),
                        60,
                        ""),
                new Step.ClearDown(180, ""));
        var dry = calibration(impossible);
        assertThat(dry.verdict()).isEqualTo(Verdict.NOT_JUDGED);
        assertThat(dry.stuck().orElseThrow().reason()).contains("above the sensor's range");
        assertThat(DryRun.refusal(impossible, POLICY, Fixtures.TODAY)
                        .orElseThrow()
                        .reason())
                .contains("It stops at '");
    }
}
