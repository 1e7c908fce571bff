package onward.sentry.core.shelf;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.Instant;
import java.util.List;
import java.util.OptionalDouble;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.Size;
import onward.sentry.core.units.DateForm;
import onward.sentry.core.units.PressureUnit;
import onward.sentry.core.units.SiteUnits;
import onward.sentry.core.units.TemperatureUnit;
import org.junit.jupiter.api.Test;

class ContentsTest {

    private static final Instant START = Instant.parse("2026-01-05T08:00:00Z");

    private static Instant day(int n) {
        return START.plusSeconds(86_400L * n);
    }

    @Test
    void whatIsLeftIsTheGaugeLessWhatWasDrawnSinceSomebodyLooked() {
        var contents = new Contents(
                103, 69, List.of(new GaugeReading(day(0), 46)), List.of(new Draw(day(-1), 9), new Draw(day(1), 2.5)));
        assertThat(contents.drawnSinceLook()).isEqualTo(2.5);
        assertThat(contents.litresLeft()).isCloseTo(66.17, within(0.01));
        assertThat(contents.discrepancy(PressureUnit.BAR)).isEmpty();
    }

    @Test
    void aWarmGaugeIsBroughtToTwentyDegreesThroughAbsolutePressure() {
        assertThat(new GaugeReading(START, 40, OptionalDouble.of(0)).barAtUsualTemperature())
                .isCloseTo(43.00, within(0.005));
        assertThat(new GaugeReading(START, 40, OptionalDouble.of(20)).barAtUsualTemperature())
                .isCloseTo(40, within(1e-9));
        assertThatThrownBy(() -> new GaugeReading(START, 40, OptionalDouble.of(90)))
                .hasMessageContaining("between −40 and 60 °C");
        var american = new SiteUnits(PressureUnit.PSI, TemperatureUnit.FAHRENHEIT, DateForm.MONTH_FIRST);
        assertThatThrownBy(() -> GaugeReading.of(START, 400, OptionalDouble.empty(), american))
                .hasMessageContaining("A gauge shows 0 to 4351 psi, not 5801.51.");
        assertThatThrownBy(() -> GaugeReading.of(START, 40, OptionalDouble.of(90), american))
                .hasMessageContaining("between −40 and 140 °F, not at 194.");
        assertThatThrownBy(() -> new GaugeReading(START, 700)).hasMessageContaining("0 to 300 bar");
    }

    @Test
    void gasThatNoRunHasDrawnIsALeakWithItsWorking() {
        var contents = new Contents(
                58,
                35,
                List.of(new GaugeReading(day(0), 30), new GaugeReading(day(5), 20)),
                List.of(new Draw(day(2), 5)));
        var parting = contents.discrepancy(PressureUnit.BAR).orElseThrow();
        assertThat(parting.isLeak()).isTrue();
        assertThat(parting.lost()).isCloseTo(11.57, within(0.005));
        assertThat(parting.working().result()).contains("11.6 L are missing");
    }

    @Test
    void manySmallLossesAddUpAgainstAnEarlierLook() {
        var looks = IntStream.rangeClosed(0, 10)
                .mapToObj(i -> new GaugeReading(day(i), 30 - 0.5 * i))
                .toList();
        assertThat(new Contents(58, 35, looks.subList(0, 2), List.of()).discrepancy(PressureUnit.BAR))
                .isEmpty();
        assertThat(new Contents(58, 35, looks, List.of())
                        .discrepancy(PressureUnit.BAR)
                        .orElseThrow()
                        .lost())
                .isCloseTo(8.29, within(0.005));
    }

    @Test
    void moreThanCanBeThereIsSaidToo() {
        var contents =
                new Contents(58, 35, List.of(new GaugeReading(day(0), 10), new GaugeReading(day(1), 20)), List.of());
        assertThat(contents.discrepancy(PressureUnit.BAR).orElseThrow().isLeak())
                .isFalse();
        assertThat(contents.discrepancy(PressureUnit.BAR)
                        .orElseThrow()
                        .working()
                        .result())
                .contains("read the gauge again");
    }

    @Property(tries = 200)
    void contentsAreNeverNegativeAndRunsThatExplainTheGaugeAreNoLeak(
            @ForAll @DoubleRange(min = 5, max = 60) double gauge,
            @ForAll @Size(min = 1, max = 40) List<@DoubleRange(min = 0, max = 4) Double> litres) {
        var draws = IntStream.range(0, litres.size())
                .mapToObj(i -> new Draw(day(i + 1), litres.get(i)))
                .toList();
        var first = new GaugeReading(day(0), gauge);
        var before = new Contents(103, 69, List.of(first), draws);
        assertThat(before.litresLeft()).isNotNegative();
        assertThat(before.course())
                .allSatisfy(point -> assertThat(point.litres()).isNotNegative());
        var last = new GaugeReading(day(60), before.litresLeft() * 69 / 103);
        if (before.litresLeft() > 0) {
            assertThat(new Contents(103, 69, List.of(first, last), draws).discrepancy(PressureUnit.BAR))
                    .isEmpty();
        }
    }
}
