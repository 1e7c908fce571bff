package onward.sentry.core.health;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class PartWantedTest {

    private static final LocalDate DAY = LocalDate.of(2026, 5, 20);

    private static PartWanted wanted(LocalDate earliest, LocalDate likely) {
        var marginal = new Crossing(70, Optional.of(earliest), Optional.ofNullable(likely), Optional.empty());
        return PartWanted.of("CO sensor for Quoin 4", "Q4-1005", marginal, 28).orElseThrow();
    }

    @Test
    void itIsOrderedSoThatItIsThereOnTheEarliestDay() {
        assertThat(wanted(DAY, null).orderBy()).isEqualTo(LocalDate.of(2026, 4, 22));
        var none = new Crossing(70, Optional.empty(), Optional.empty(), Optional.empty());
        assertThat(PartWanted.of("CO sensor", "Q4-1005", none, 28)).isEmpty();
    }

    @Test
    void monthsCountWhatIsLikelyAndWhatIsPossible() {
        var march = YearMonth.of(2026, 3);
        var months = PartWanted.byMonth(
                List.of(
                        wanted(DAY, DAY.plusMonths(1)),
                        wanted(DAY.plusDays(3), null),
                        wanted(LocalDate.of(2025, 12, 1), LocalDate.of(2026, 1, 1)),
                        wanted(DAY.plusYears(3), DAY.plusYears(4))),
                march,
                4);
        assertThat(months)
                .containsExactly(
                        new PartWanted.Month(march, 1, 1),
                        new PartWanted.Month(march.plusMonths(1), 0, 0),
                        new PartWanted.Month(march.plusMonths(2), 0, 2),
                        new PartWanted.Month(march.plusMonths(3), 1, 0));
    }
}
