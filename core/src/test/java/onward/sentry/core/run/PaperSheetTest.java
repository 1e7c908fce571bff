package onward.sentry.core.run;

import static onward.sentry.core.working.Limit.refusal;
import static onward.sentry.core.working.Limit.refused;
import static onward.sentry.core.working.Limit.taken;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import java.util.OptionalDouble;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.RetryPolicy;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.gas.Mixture;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.replay.Replay;
import onward.sentry.core.result.PaperLine;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.result.Stage;
import org.junit.jupiter.api.Test;

/** Jobs that were done on paper, judged by the figures on the sheet. */
class PaperSheetTest {

    private static final LocalDate DAY = LocalDate.of(2026, 2, 20);

    private static LiveRun paper(Job job) {
        return LiveRun.start(Fixtures.quoin4(), SitePolicy.SHIPPED, Fixtures.started(job, ReadingSource.PAPER));
    }

    private static RunCommand.EnterPaper sheet(PaperLine... lines) {
        return sheet(Fixtures.houseMix(), "Old Hand", lines);
    }

    private static RunCommand.EnterPaper sheet(Cylinder cylinder, String doneBy, PaperLine... lines) {
        return new RunCommand.EnterPaper(List.of(lines), "HM-01", cylinder, DAY, doneBy);
    }

    private static LiveRun signed(Job job, PaperLine... lines) {
        var run = paper(job);
        run.carryOut(sheet(lines), 0, "Una");
        run.carryOut(new RunCommand.Sign(DAY), 0, "Una");
        return run;
    }

    private static PaperLine zero(int slot, double reading) {
        return new PaperLine(slot, Stage.ZERO, reading);
    }

    private static PaperLine span(int slot, double reading) {
        return new PaperLine(slot, Stage.SPAN, reading);
    }

    @Test
    void eachFigureIsJudgedAsItWouldHaveBeenOnTheBench() {
        var run = signed(
                Job.CALIBRATION,
                zero(3, 0),
                span(3, 78),
                zero(4, 0.1),
                span(4, 9),
                span(1, 12),
                new PaperLine(2, Stage.CHECK, 16.2));
        var signed = run.state().signed().orElseThrow();
        assertThat(run.state().outcomes(3))
                .extracting(o -> o.judgement().verdict())
                .containsOnly(Verdict.PASS);
        assertThat(run.state().outcomes(4).get(1).judgement().verdict())
                .as("60 % of 15 ppm")
                .isEqualTo(Verdict.MARGINAL);
        assertThat(run.state().outcomes(1).get(0).judgement().verdict())
                .as("48 % of 25 %LEL")
                .isEqualTo(Verdict.FAIL);
        assertThat(run.state().outcomes(2).get(0).expected()).isEqualTo(16);
        assertThat(signed.verdict()).isEqualTo(Verdict.FAIL);
        assertThat(run.state().outcomes()).allSatisfy(outcome -> {
            assertThat(outcome.how()).isEqualTo("declared, from paper");
            assertThat(outcome.t90Seconds()).isEmpty();
        });
    }

    @Test
    void aGoodSheetRenewsItsSensorsFromTheDayOnIt() {
        var signed = signed(Job.CALIBRATION, zero(3, 0), span(3, 78))
                .state()
                .signed()
                .orElseThrow();
        var co =
                signed.results().stream().filter(r -> r.slot() == 3).findFirst().orElseThrow();
        assertThat(co.renewedOn()).contains(DAY);
        assertThat(co.due().orElseThrow().date()).isEqualTo(LocalDate.of(2026, 3, 20));
    }

    @Test
    void aSheetOfABumpIsHeldToTheLevelOfTheCard() {
        var run = signed(Job.BUMP, new PaperLine(3, Stage.BUMP, 40), new PaperLine(4, Stage.BUMP, 7.4));
        assertThat(run.state().outcomes(3).get(0).judgement().verdict())
                .as("exactly half of the way")
                .isEqualTo(Verdict.PASS);
        assertThat(run.state().outcomes(4).get(0).judgement().verdict()).isEqualTo(Verdict.FAIL);
    }

    @Test
    void readAgainFromItsEventsItComesToTheSame() {
        var run = signed(Job.CALIBRATION, zero(3, 1), span(3, 52));
        var again = Replay.of(Fixtures.quoin4(), SitePolicy.SHIPPED, run.state().events(), List.of());
        assertThat(again.notRepeated()).isEmpty();
        assertThat(again.run().state().events()).isEqualTo(run.state().events());
    }

    private static void enter(RunCommand.EnterPaper sheet) {
        paper(Job.CALIBRATION).carryOut(sheet, 0, "Una");
    }

    @Test
    void aSheetThatSaysTooLittleIsRefusedByTheField() {
        refused("paper-empty", "lines", () -> enter(sheet()));
        refused("paper-done-by", "doneBy", () -> enter(sheet(Fixtures.houseMix(), " ", span(3, 78))));
        refused("slot-unknown", "lines", () -> enter(sheet(span(9, 78))));
        refused("paper-reading", "lines", () -> span(3, Double.NaN), () -> span(3, Double.POSITIVE_INFINITY));
        refused("paper-stage", "lines", () -> new PaperLine(3, Stage.CLEAR, 0), () -> new PaperLine(3, Stage.BLANK, 0));
    }

    @Test
    void aSheetIsTypedInOnceAndNotIntoARunOfTheBench() {
        var run = paper(Job.CALIBRATION);
        taken(() -> run.carryOut(sheet(span(3, 78)), 0, "Una"));
        refused(
                "paper-not-now",
                "",
                () -> run.carryOut(sheet(span(3, 78)), 0, "Una"),
                () -> LiveRun.start(
                                Fixtures.quoin4(),
                                SitePolicy.SHIPPED,
                                Fixtures.started(Job.CALIBRATION, ReadingSource.LINK))
                        .carryOut(sheet(span(3, 78)), 0, "Una"));
    }

    @Test
    void theGasOfTheSheetHeldItAndWasInDateOnThatDay() {
        var mix = Fixtures.houseMix();
        var lastDay = new Cylinder("SK-1", "L-7", mix.mixture(), mix.madeOn(), DAY, 72, 40, 30, mix.state());
        var expired =
                new Cylinder("SK-1", "L-7", mix.mixture(), mix.madeOn(), DAY.minusDays(1), 72, 40, 30, mix.state());
        taken(() -> enter(sheet(lastDay, "Old Hand", span(3, 78))));
        refused("cylinder-expired", "cylinder", () -> enter(sheet(expired, "Old Hand", span(3, 78))));
        var withoutCo = new Cylinder(
                "SK-1",
                "L-7",
                new Mixture(List.of(mix.mixture().component("methane").orElseThrow()), "air"),
                mix.madeOn(),
                mix.useBefore(),
                72,
                40,
                30,
                mix.state());
        refused("cylinder-component-missing", "cylinder", () -> enter(sheet(withoutCo, "Old Hand", span(3, 78))));
        assertThat(refusal(() -> enter(sheet(withoutCo, "Old Hand", span(3, 78))))
                        .reason())
                .isEqualTo("No carbon monoxide in HM-01.");
        taken(() -> enter(sheet(withoutCo, "Old Hand", span(1, 25))));
        taken(() -> enter(sheet(mix.withGauge(0), "Old Hand", span(3, 78))));
    }

    @Test
    void aLineOfATableStandsForTheStageThatTheCardHasForItsJob() {
        var card = Fixtures.quoin4Whole(RetryPolicy.USUAL);
        assertThat(PaperLine.of(card, Job.CALIBRATION, 3, OptionalDouble.of(0), OptionalDouble.of(78)))
                .containsExactly(zero(3, 0), span(3, 78));
        assertThat(PaperLine.of(card, Job.CALIBRATION, 2, OptionalDouble.empty(), OptionalDouble.of(16)))
                .as("oxygen is checked on gas, not set")
                .containsExactly(new PaperLine(2, Stage.CHECK, 16));
        assertThat(PaperLine.of(card, Job.BUMP, 4, OptionalDouble.empty(), OptionalDouble.of(9)))
                .containsExactly(new PaperLine(4, Stage.BUMP, 9));
        assertThat(PaperLine.of(card, Job.BUMP, 1, OptionalDouble.empty(), OptionalDouble.of(9)))
                .as("no bump of the card meets it")
                .containsExactly(new PaperLine(1, Stage.CHECK, 9));
        assertThat(PaperLine.of(card, Job.BUMP, 1, OptionalDouble.empty(), OptionalDouble.empty()))
                .isEmpty();
    }
}
