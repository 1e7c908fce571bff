package onward.sentry.core.run;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.Quantity;
import onward.sentry.core.card.RetryPolicy;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.replay.Replay;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.working.Refused;
import org.junit.jupiter.api.Test;

/** Temperature and pressure at the bench, where the card asks for neither. */
class RoomConditionsTest {

    private final LiveRun run = LiveRun.start(
            Fixtures.quoin4Whole(new RetryPolicy(1, 0)),
            SitePolicy.SHIPPED,
            Fixtures.started(Job.CALIBRATION, ReadingSource.TYPED));

    private void note(Map<Quantity, Double> values) {
        run.carryOut(new RunCommand.NoteConditions(values), 1_000, "Una");
    }

    private void refuses(Map<Quantity, Double> values, String code) {
        assertThatThrownBy(() -> note(values))
                .isInstanceOfSatisfying(
                        Refused.class,
                        refused -> assertThat(refused.refusal().code()).isEqualTo(code));
        assertThat(run.state().measured(Quantity.STATION_PRESSURE)).isEmpty();
    }

    @Test
    void theyAreKnownFromThenOnAndAreNotedAgainInAReplay() {
        note(Map.of(Quantity.AMBIENT_TEMPERATURE, 19.5, Quantity.STATION_PRESSURE, 98.2));
        assertThat(run.state().measured(Quantity.STATION_PRESSURE)).hasValue(98.2);
        assertThat(run.state().measured(Quantity.AMBIENT_TEMPERATURE)).hasValue(19.5);
        assertThat(run.state().step()).isZero();
        var again =
                Replay.of(run.state().card(), SitePolicy.SHIPPED, run.state().events(), List.of());
        assertThat(again.notRepeated()).isEmpty();
        assertThat(again.run().state().measured(Quantity.STATION_PRESSURE)).hasValue(98.2);
    }

    @Test
    void aPressureInHectopascalsOrAFigureThatIsNotOfTheRoomIsRefused() {
        refuses(Map.of(Quantity.STATION_PRESSURE, 1013.0), "conditions-outside");
        refuses(Map.of(Quantity.STATION_PRESSURE, Double.NaN), "conditions-outside");
        refuses(Map.of(Quantity.STORED_BATTERY, 3.0), "conditions-none");
        refuses(Map.of(), "conditions-none");
    }

    @Test
    void onceGasIsChosenWhatIsJudgedHoldsForWhatWasKnown() {
        run.carryOut(new RunCommand.ConfirmChecks(0), 0, "Una");
        run.carryOut(new RunCommand.TimePassed(), 31_000, "Una");
        run.carryOut(
                new RunCommand.ChooseCylinder(2, "HM-01", Fixtures.houseMix(), Fixtures.TODAY, List.of()),
                32_000,
                "Una");
        refuses(Map.of(Quantity.STATION_PRESSURE, 98.2), "conditions-after-gas");
    }
}
