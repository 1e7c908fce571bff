package onward.sentry.core.run;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import onward.sentry.core.card.Job;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.run.NextAction.Kind;
import org.junit.jupiter.api.Test;

/** What a technician is asked for, in order, and what stands beside it. */
class NextActionTest {

    private final LiveRun run =
            LiveRun.start(Fixtures.quoin4(), SitePolicy.SHIPPED, Fixtures.started(Job.CALIBRATION, ReadingSource.LINK));
    private final FakeInstrument instrument = new FakeInstrument(run, Map.of());
    private final List<Kind> asked = new ArrayList<>();

    private NextAction next() {
        var next = NextAction.of(run.state());
        asked.add(next.kind());
        return next;
    }

    @Test
    void oneHandAfterTheOtherEachWithItsCautionsAndNoOthers() {
        var checks = next();
        assertThat(checks.details()).containsExactly("Serial", "Battery");
        assertThat(checks.confirm()).contains("All checked");
        run.carryOut(new RunCommand.ConfirmChecks(0), 0, "Una");

        var warmUp = next();
        assertThat(warmUp.confirm()).isEmpty();
        assertThat(warmUp.countdown().orElseThrow().until()).isEqualTo(30_000);
        instrument.runFor(31);

        var zero = next();
        assertThat(zero.cautions()).containsExactly("Never zero beside somebody's open gas.");
        run.carryOut(new RunCommand.StartZero(2), instrument.now(), "Una");
        assertThat(next().countdown().orElseThrow().label()).isEqualTo("zero limit");
        instrument.runFor(40);

        assertThat(next().cautions()).isEmpty();
        run.carryOut(
                new RunCommand.ChooseCylinder(3, "c", Fixtures.houseMix(), Fixtures.TODAY, List.of()),
                instrument.now(),
                "Una");
        var open = next();
        assertThat(open.seenInReadings()).isTrue();
        assertThat(open.cautions()).anyMatch(c -> c.contains("does not alarm")).anyMatch(c -> c.contains("Ventilate"));
        instrument.gas();
        instrument.runFor(15);
        var settle = next();
        assertThat(settle.countdown().orElseThrow().until()
                        - settle.countdown().orElseThrow().from())
                .isEqualTo(150_000);
        instrument.runFor(155);

        assertThat(next().sentence()).isEqualTo("Close the valve");
        instrument.air();
        instrument.runFor(10);
        next();
        run.carryOut(
                new RunCommand.ConfirmSaved(4, Map.of(1, Verdict.PASS, 3, Verdict.PASS, 4, Verdict.PASS)),
                instrument.now(),
                "Una");
        next();
        instrument.runFor(170);
        assertThat(next().sentence()).isEqualTo("All sensors passed: sign the record");
        run.carryOut(new RunCommand.Sign(Fixtures.TODAY), instrument.now(), "Una");
        assertThat(next().sentence()).isEqualTo("Signed: Q4-1001 passed");

        assertThat(asked)
                .containsExactly(
                        Kind.CONFIRM_CHECKS,
                        Kind.WAIT_WARM_UP,
                        Kind.START_ZERO,
                        Kind.WAIT_ZERO,
                        Kind.CHOOSE_CYLINDER,
                        Kind.OPEN_GAS,
                        Kind.WAIT_SETTLE,
                        Kind.CLOSE_GAS,
                        Kind.CONFIRM_SAVED,
                        Kind.WAIT_CLEAR,
                        Kind.SIGN,
                        Kind.DONE);
    }

    @Test
    void theBandBehindATraceFollowsTheStage() {
        var co = Fixtures.quoin4().sensor(3);
        var oxygen = Fixtures.quoin4().sensor(2);
        assertThat(run.expectedBand(co)).isEqualTo(new ExpectedBand(-2.5, 2.5));
        run.carryOut(new RunCommand.ConfirmChecks(0), 0, "Una");
        instrument.runFor(31);
        run.carryOut(new RunCommand.StartZero(2), instrument.now(), "Una");
        instrument.runFor(40);
        run.carryOut(
                new RunCommand.ChooseCylinder(3, "c", Fixtures.houseMix(), Fixtures.TODAY, List.of()),
                instrument.now(),
                "Una");
        assertThat(run.expectedBand(co)).isEqualTo(new ExpectedBand(56, 104));
        assertThat(run.expectedBand(oxygen)).isEqualTo(new ExpectedBand(15.5, 16.5));
    }

    @Test
    void aTypedRunAsksForTheValveToBeConfirmed() {
        var typed =
                LiveRun.start(Fixtures.quoin4(), SitePolicy.SHIPPED, Fixtures.started(Job.BUMP, ReadingSource.TYPED));
        typed.carryOut(new RunCommand.ChooseCylinder(0, "c", Fixtures.houseMix(), Fixtures.TODAY, List.of()), 0, "Una");
        assertThat(NextAction.of(typed.state()).seenInReadings()).isFalse();
        typed.carryOut(new RunCommand.GasOn(0), 1_000, "Una");
        assertThat(NextAction.of(typed.state()).sentence()).contains("type each reading");
    }

    @Test
    void atABumpTheDetectorAlarmsSoNobodyIsToldThatItDoesNot() {
        var bump = LiveRun.start(Fixtures.quoin4(), SitePolicy.SHIPPED, Fixtures.started(Job.BUMP, ReadingSource.LINK));
        bump.carryOut(new RunCommand.ChooseCylinder(0, "c", Fixtures.houseMix(), Fixtures.TODAY, List.of()), 0, "Una");
        assertThat(bump.next().kind()).isEqualTo(NextAction.Kind.OPEN_GAS);
        assertThat(bump.next().cautions()).hasSize(1).allMatch(caution -> caution.startsWith("Ventilate"));
    }
}
