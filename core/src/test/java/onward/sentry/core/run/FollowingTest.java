package onward.sentry.core.run;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.RetryPolicy;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.run.NextAction.Following;
import onward.sentry.core.run.NextAction.Kind;
import org.junit.jupiter.api.Test;

/** What one press confirms of a typed run, and which cylinder is connected again without being asked for. */
class FollowingTest {

    private static final Map<Integer, Double> AIR = Map.of(1, 0.0, 2, 20.9, 3, 0.0, 4, 0.0);
    private static final Map<Integer, Double> GAS = Map.of(1, 25.0, 2, 16.0, 3, 80.0, 4, 15.0);

    private LiveRun run = start(ReadingSource.TYPED);
    private long now;

    private static LiveRun start(ReadingSource source) {
        return LiveRun.start(
                Fixtures.quoin4Whole(new RetryPolicy(2, 0)),
                SitePolicy.SHIPPED,
                Fixtures.started(Job.CALIBRATION, source));
    }

    private void does(RunCommand command) {
        now += 1_000;
        run.carryOut(command, now, "Una");
    }

    private void chooses() {
        does(new RunCommand.ChooseCylinder(
                run.state().step(), "HM-01", Fixtures.houseMix(), Fixtures.TODAY, List.of()));
    }

    private void types(Map<Integer, Double> readings) {
        readings.forEach((slot, value) -> does(new RunCommand.TypeReading(slot, value)));
    }

    /** To the as-found readings on the first cylinder, gas still on. */
    private void toAsFound() {
        does(new RunCommand.ConfirmChecks(0));
        now += 31_000;
        does(new RunCommand.TimePassed());
        chooses();
        does(new RunCommand.GasOn(run.state().step()));
        now += 40_000;
        types(GAS);
        does(new RunCommand.DeclareAllSettled(run.state().step()));
    }

    private Following following() {
        return run.next().following().orElseThrow();
    }

    @Test
    void theCylinderAndItsValveAreOnePressWhereNoReadingsShowTheGas() {
        does(new RunCommand.ConfirmChecks(0));
        now += 31_000;
        does(new RunCommand.TimePassed());
        assertThat(run.next().kind()).isEqualTo(Kind.CHOOSE_CYLINDER);
        assertThat(following().kind()).isEqualTo(Kind.OPEN_GAS);
        assertThat(following().sentence()).contains("open the valve");
        run = start(ReadingSource.LINK);
        run.carryOut(new RunCommand.ConfirmChecks(0), 1_000, "Una");
        run.carryOut(new RunCommand.TimePassed(), 32_000, "Una");
        assertThat(run.next().kind()).isEqualTo(Kind.CHOOSE_CYLINDER);
        assertThat(run.next().following()).isEmpty();
    }

    @Test
    void aZeroInRoomAirIsStartedAsSoonAsTheSensorsAreBackInIt() {
        toAsFound();
        assertThat(run.next().kind()).isEqualTo(Kind.CLOSE_GAS);
        assertThat(run.next().following()).as("a wait lies between").isEmpty();
        does(new RunCommand.GasOff(run.state().step()));
        assertThat(run.next().kind()).isEqualTo(Kind.WAIT_CLEAR);
        assertThat(following().kind()).isEqualTo(Kind.START_ZERO);
    }

    @Test
    void theCylinderOfThisRunIsConnectedAgainUntilSomebodyUndoesIt() {
        assertThat(run.reconnectable()).isEmpty();
        toSpan();
        assertThat(run.next().kind()).isEqualTo(Kind.CHOOSE_CYLINDER);
        assertThat(run.reconnectable().orElseThrow().cylinderId()).isEqualTo("HM-01");
        chooses();
        assertThat(run.reconnectable()).isEmpty();
        assertThat(run.next().sentence()).startsWith("HM-01: ");
        assertThat(run.next().details()).anyMatch(detail -> detail.contains("undo this one"));
        does(new RunCommand.Withdraw(run.state().withdrawable().getAsInt()));
        assertThat(run.next().kind()).isEqualTo(Kind.CHOOSE_CYLINDER);
        assertThat(run.reconnectable()).as("it was undone").isEmpty();
    }

    @Test
    void aReadingSettlesFromTheLeastTimeOfTheCardOn() {
        assertThat(run.settleFrom()).isEmpty();
        toSpan();
        chooses();
        assertThat(run.settleFrom()).as("no gas yet").isEmpty();
        does(new RunCommand.GasOn(run.state().step()));
        long from = run.settleFrom().orElseThrow();
        assertThat(from).isBetween(now + 30_000, now + 60_000);
        types(GAS);
        assertThatThrownBy(() -> run.carryOut(
                        new RunCommand.DeclareAllSettled(run.state().step()), from - 1, "Una"))
                .hasMessageContaining("asks for at least");
        run.carryOut(new RunCommand.DeclareAllSettled(run.state().step()), from, "Una");
        assertThat(run.settleFrom()).as("all are taken").isEmpty();
    }

    @Test
    void anotherTryAsksForTheCylinderAgain() {
        toSpan();
        chooses();
        does(new RunCommand.GasOn(run.state().step()));
        now += 60_000;
        types(Map.of(1, 25.0, 2, 16.0, 3, 20.0, 4, 15.0));
        does(new RunCommand.DeclareAllSettled(run.state().step()));
        does(new RunCommand.GasOff(run.state().step()));
        assertThat(run.state().awaitsTry()).isTrue();
        does(new RunCommand.TryAgain(run.state().step(), "Other cylinder"));
        assertThat(run.next().kind()).isEqualTo(Kind.CHOOSE_CYLINDER);
        assertThat(run.reconnectable()).isEmpty();
    }

    @Test
    void whatWasSetIsSavedWithTheValveThatIsClosed() {
        toSpan();
        chooses();
        does(new RunCommand.GasOn(run.state().step()));
        now += 60_000;
        types(GAS);
        does(new RunCommand.DeclareAllSettled(run.state().step()));
        now += 61_000;
        does(new RunCommand.TimePassed());
        assertThat(run.next().kind()).isEqualTo(Kind.CLOSE_GAS);
        assertThat(following().kind()).isEqualTo(Kind.CONFIRM_SAVED);
        does(new RunCommand.GasOff(run.state().step()));
        does(new RunCommand.ConfirmSaved(
                run.state().step(), Map.of(1, Verdict.PASS, 3, Verdict.PASS, 4, Verdict.PASS)));
        assertThat(run.reconnectable()).isPresent();
    }

    private void toSpan() {
        toAsFound();
        does(new RunCommand.GasOff(run.state().step()));
        now += 60_000;
        types(AIR);
        does(new RunCommand.StartZero(run.state().step()));
        now += 20_000;
        types(AIR);
        does(new RunCommand.DeclareAllSettled(run.state().step()));
    }
}
