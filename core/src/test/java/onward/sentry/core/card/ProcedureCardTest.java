package onward.sentry.core.card;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import onward.sentry.core.card.AcceptRule.Decision;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.run.Fixtures;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ProcedureCardTest {

    private static ProcedureCard with(String model, int version, List<SensorSpec> sensors, double flow, Step... steps) {
        var quoin = Fixtures.quoin4();
        return new ProcedureCard(
                model,
                version,
                quoin.lelBasis(),
                sensors,
                flow,
                quoin.litresPerRun(),
                quoin.litresPerBump(),
                quoin.bumpLevelPercent(),
                quoin.interval(),
                quoin.triesOfSpan(),
                List.of(steps),
                quoin.bump());
    }

    @Test
    void whatCannotBeWorkedIsRefusedWithTheFieldToBlame() {
        var sensors = Fixtures.quoin4().sensors();
        var twice = List.of(sensors.get(0), sensors.get(0));
        var zeroOfFive = new Step.Zero(List.of(5), new AcceptRule.OnStability(15, 60), "");
        assertThatThrownBy(() -> with(" ", 1, sensors, 0.5)).hasMessageContaining("model name");
        assertThatThrownBy(() -> with("Quoin 4", 0, sensors, 0.5)).hasMessageContaining("version from 1");
        assertThatThrownBy(() -> with("Quoin 4", 1, List.of(), 0.5)).hasMessageContaining("1 to 7 sensors");
        assertThatThrownBy(() -> with("Quoin 4", 1, twice, 0.5)).hasMessageContaining("Slot 1 is listed twice");
        assertThatThrownBy(() -> with("Quoin 4", 1, sensors, 0)).hasMessageContaining("above zero");
        var steps = Fixtures.quoin4().calibration();
        assertThatThrownBy(() -> with("Quoin 4", 1, sensors, 0.5, steps.get(3), steps.get(4), steps.get(2)))
                .hasMessageContaining("zero follows gas without a clear-down");
        assertThatThrownBy(() -> new RetryPolicy(6, 0)).hasMessageContaining("1 to 5 tries");
        assertThatThrownBy(() -> with("Quoin 4", 1, sensors, 0.5, zeroOfFive))
                .hasMessageContaining("Step 'Zero' names slot 5");
    }

    @Test
    void eachJobHasItsOwnSteps() {
        var card = Fixtures.quoin4();
        assertThat(card.steps(Job.CALIBRATION)).hasSize(6);
        assertThat(card.steps(Job.BUMP)).hasSize(3);
        assertThat(card.name()).isEqualTo("card Quoin 4 v1");
        assertThat(card.findSensor(9)).isEmpty();
        assertThatThrownBy(() -> card.sensor(9)).hasMessageContaining("has no slot 9");
    }

    @ParameterizedTest
    @CsvSource({
        "29.9, true, WAIT",
        "30, true, ACCEPT",
        "90, false, WAIT",
        "149.9, false, WAIT",
        "150, false, NOT_SETTLED",
    })
    void onStabilityNeverTakesWhatHasNotSettled(double elapsed, boolean settled, Decision decision) {
        assertThat(new AcceptRule.OnStability(30, 150).decide(elapsed, settled)).isEqualTo(decision);
    }

    @ParameterizedTest
    @CsvSource({
        "29.9, true, WAIT",
        "30, true, ACCEPT",
        "149.9, false, WAIT",
        "150, false, ACCEPT",
    })
    void theDeadlineTakesItAsItStands(double elapsed, boolean settled, Decision decision) {
        assertThat(new AcceptRule.StableOrDeadline(30, 150).decide(elapsed, settled))
                .isEqualTo(decision);
    }

    @ParameterizedTest
    @CsvSource({"59.9, true, WAIT", "60, false, ACCEPT"})
    void aCountdownWaitsForTheClockAlone(double elapsed, boolean settled, Decision decision) {
        assertThat(new AcceptRule.Countdown(60).decide(elapsed, settled)).isEqualTo(decision);
    }

    @Test
    void timesThatCannotBeKeptAreRefused() {
        assertThatThrownBy(() -> new AcceptRule.OnStability(60, 30))
                .hasMessageContainingAll("from 60 s to 30 s", "end that is not before");
        assertThatThrownBy(() -> new AcceptRule.Countdown(0)).hasMessageContaining("above 0");
        assertThatThrownBy(() -> new AcceptRule.StableOrDeadline(10, 3_601))
                .hasMessageContaining("no later than 3,600 s");
    }
}
