package onward.sentry.core.plan;

import static onward.sentry.core.plan.PlanFixtures.MONDAY;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** What a job is made of: its first day, its gas, how long it takes. */
class JobsToPlanTest {

    private static LocalDate earliest(int dueIn, boolean out, Integer settledIn) {
        return PlanRules.USUAL.earliest(
                MONDAY.plusDays(dueIn),
                MONDAY,
                out,
                Optional.ofNullable(settledIn).map(MONDAY::plusDays));
    }

    @Test
    void theFirstDayWastesNoIntervalAndGivesNoticeAndLetsSensorsSettle() {
        assertThat(earliest(18, false, null)).isEqualTo(MONDAY.plusDays(8));
        assertThat(earliest(1, false, null)).isEqualTo(MONDAY);
        assertThat(earliest(-5, false, null)).isEqualTo(MONDAY);
        assertThat(earliest(1, true, null)).isEqualTo(MONDAY.plusDays(2));
        assertThat(earliest(1, false, 1)).isEqualTo(MONDAY.plusDays(1));
        assertThat(earliest(1, true, 1)).isEqualTo(MONDAY.plusDays(2));
    }

    @Test
    void theGasThatMostModelsShareIsSetUpAndServesAsLongAsAnyCylinderDoes() {
        var shared = new GasSource("HM-01", MONDAY.plusDays(3), 4);
        var lasting = new GasSource("HM-02", MONDAY.plusDays(9), 1);
        var air = new GasSource("ZA-01", MONDAY.plusDays(7), 2);
        var setUp = GasSetUp.of("Quoin 4", List.of(List.of(shared, lasting), List.of(air), List.of(shared)));
        assertThat(setUp.words()).isEqualTo("HM-01, ZA-01");
        assertThat(setUp.lastDay()).as("the last gas for the last of its needs").contains(MONDAY.plusDays(3));
        assertThat(GasSetUp.of("Quoin 4", List.of(List.of(shared, lasting), List.of(air)))
                        .lastDay())
                .contains(MONDAY.plusDays(7));
    }

    @Test
    void whereOneGasIsMissingThereIsNoSetUp() {
        var setUp = GasSetUp.of("Quoin 4", List.of(List.of(new GasSource("HM-01", MONDAY, 1)), List.of()));
        assertThat(setUp.servesOn(MONDAY)).isFalse();
        assertThat(setUp.words()).isEqualTo("gas for Quoin 4");
    }

    @Test
    void howLongItTakesSaysWhatThatIsKnownFrom() {
        assertThat(new JobMinutes(14, 17, 23).words()).isEqualTo("14 min, 8 of 10 within 17 min, from 23 runs here");
        assertThat(JobMinutes.byCard(12).words()).startsWith("12 min by its card");
    }
}
