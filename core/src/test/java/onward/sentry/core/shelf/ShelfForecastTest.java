package onward.sentry.core.shelf;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.entry;
import static org.assertj.core.api.Assertions.within;

import java.time.LocalDate;
import java.util.List;
import java.util.OptionalInt;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import onward.sentry.core.card.Job;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.run.Fixtures;
import org.junit.jupiter.api.Test;

class ShelfForecastTest {

    private static final double RESERVE = 0.05;
    private static final LocalDate TODAY = Fixtures.TODAY;
    private static final LocalDate UNTIL = TODAY.plusDays(120);

    private static List<PlannedWork> bumps(int days, int each) {
        return IntStream.range(0, days)
                .boxed()
                .flatMap(i ->
                        PlannedWork.of(Fixtures.quoin4(), Job.BUMP, SitePolicy.SHIPPED, TODAY.plusDays(i), each)
                                .stream())
                .toList();
    }

    /** 33.6 L in it, of which 3.6 L are the reserve. */
    private static Tagged thirtyAboveReserve(String tag, int daysLeft) {
        return SuitabilityTest.house(tag, TODAY.plusDays(daysLeft), 33.6 * 40 / 72);
    }

    @Test
    void aCylinderIsOutOnTheDayOnWhichPlannedWorkFindsItAtItsReserve() {
        var forecast = ShelfForecast.of(List.of(thirtyAboveReserve("A", 300)), bumps(20, 10), RESERVE, 14, UNTIL);
        var lasting = forecast.cylinders().get(0);
        assertThat(lasting.emptyOn()).contains(TODAY.plusDays(5));
        assertThat(lasting.lastDay()).isEqualTo(TODAY.plusDays(5));
        assertThat(lasting.planned()).isCloseTo(30, within(1e-6));
        assertThat(lasting.work()).containsOnlyKeys("Quoin 4 bump");
        assertThat(lasting.runsLeft()).containsOnly(entry("Quoin 4 bump", 50));
        var shortage = forecast.shortages().get(0);
        assertThat(shortage.from()).isEqualTo(TODAY.plusDays(5));
        assertThat(shortage.orderBy()).isEqualTo(TODAY.minusDays(9));
        assertThat(shortage.litres()).isCloseTo(15 * 6.0, within(1e-6));
        assertThat(shortage.order().words()).contains("carbon monoxide 80 ppm", "hydrogen sulfide 15 ppm");
    }

    @Test
    void theOneThatExpiresFirstIsUsedFirstAndNoneAfterItsLastDay() {
        var soon = thirtyAboveReserve("soon", 40);
        var later = thirtyAboveReserve("later", 300);
        var forecast = ShelfForecast.of(List.of(later, soon), bumps(100, 1), RESERVE, 14, UNTIL);
        assertThat(forecast.cylinders().get(1).planned())
                .as("41 days at 0.6 L, then it has expired")
                .isCloseTo(41 * 0.6, within(1e-6));
        assertThat(forecast.cylinders().get(1).emptyOn()).isEmpty();
        assertThat(forecast.cylinders().get(1).lastDay()).isEqualTo(TODAY.plusDays(40));
        assertThat(forecast.cylinders().get(1).working().result()).startsWith("valid to");
    }

    @Test
    void whatACardAppliesSeveralTimesIsOneLineThatSharesTheLitres() {
        var work = PlannedWork.of(
                Fixtures.quoin4Whole(new onward.sentry.core.card.RetryPolicy(1, 0)),
                Job.CALIBRATION,
                SitePolicy.SHIPPED,
                TODAY,
                2);
        assertThat(work).hasSize(1);
        assertThat(work.get(0).litres()).isEqualTo(1.2);
        assertThat(work.get(0).demand().wanted()).anyMatch(wanted -> wanted.sets());
    }

    @Test
    void aSensorThatIsBumpedLessOftenDrawsGasOnItsOwnDaysOnly() {
        var card = Fixtures.quoin4Bumped(OptionalInt.of(7));
        var work = PlannedWork.bumps(card, SitePolicy.SHIPPED, TODAY, TODAY.plusDays(4), 3);
        assertThat(work).extracting(PlannedWork::on).doesNotHaveDuplicates().hasSize(5);
        assertThat(work)
                .extracting(one -> one.demand().wanted().stream()
                        .anyMatch(wanted -> wanted.sensor().slot() == 4))
                .as("hydrogen sulfide on Monday only")
                .containsExactly(true, false, false, false, false);
        assertThat(work).allMatch(one -> one.times() == 3 && one.litres() == card.litres(Job.BUMP));
    }

    @Property(tries = 100)
    void noCylinderGoesBelowItsReserveAndNothingIsDrawnTwice(
            @ForAll @IntRange(min = 1, max = 12) int each,
            @ForAll @IntRange(min = 1, max = 60) int days,
            @ForAll @IntRange(min = 0, max = 90) int daysLeft) {
        var shelf = List.of(thirtyAboveReserve("A", daysLeft), thirtyAboveReserve("B", 200));
        var work = bumps(days, each);
        var forecast = ShelfForecast.of(shelf, work, RESERVE, 14, UNTIL);
        double drawn = 0;
        for (var lasting : forecast.cylinders()) {
            assertThat(lasting.planned()).isLessThanOrEqualTo(30 + 1e-6);
            drawn += lasting.planned();
        }
        double missing = forecast.shortages().stream()
                .mapToDouble(ShelfForecast.Shortage::litres)
                .sum();
        assertThat(drawn + missing).isCloseTo(0.6 * each * days, within(1e-6));
    }
}
