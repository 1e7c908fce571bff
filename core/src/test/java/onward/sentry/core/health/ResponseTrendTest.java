package onward.sentry.core.health;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class ResponseTrendTest {

    private static final LocalDate FITTED = LocalDate.of(2024, 1, 15);
    private static final double DAYS_PER_MONTH = 30.44;

    private static LocalDate month(int months) {
        return FITTED.plusDays(Math.round(months * DAYS_PER_MONTH));
    }

    /** Falls by so much a month on one cylinder, without any noise. */
    private static List<SpanResponse> straight(double fresh, double perMonth, int months) {
        return IntStream.range(0, months)
                .mapToObj(i -> new SpanResponse(month(i), fresh + perMonth * i, "HM-01"))
                .toList();
    }

    @Test
    void aStraightFallCrossesItsLimitsWhereTheLineDoes() {
        var trend = ResponseTrend.of(straight(100, -1, 12)).orElseThrow();
        assertThat(trend.percentPerMonth()).isEqualTo(-1, within(0.01));
        assertThat(trend.nowPercent()).isEqualTo(89, within(0.1));
        assertThat(days(month(30), trend.marginal().likely().orElseThrow())).isLessThan(4);
        assertThat(days(month(50), trend.fail().likely().orElseThrow())).isLessThan(6);
        assertThat(trend.marginal().earliest().orElseThrow())
                .isBefore(trend.marginal().likely().orElseThrow());
        assertThat(trend.marginal().orderBy(60))
                .contains(trend.marginal().earliest().orElseThrow().minusDays(60));
        assertThat(trend.working().result()).isEqualTo("89 %, -1 % a month");
    }

    @Test
    void theNextSpanIsExpectedOnTheLineWithWhatOneSpanStrays() {
        var next = ResponseTrend.expected(straight(100, -1, 12), month(12)).orElseThrow();
        assertThat(next.percent()).isEqualTo(88, within(0.1));
        assertThat(next.standard()).isBetween(0.6, 1.2);
        assertThat(ResponseTrend.expected(straight(100, -1, 12), month(40))
                        .orElseThrow()
                        .standard())
                .isGreaterThan(next.standard());
        assertThat(ResponseTrend.expected(straight(100, -1, 3), month(3))).isEmpty();
    }

    private static long days(LocalDate one, LocalDate other) {
        return Math.abs(ChronoUnit.DAYS.between(one, other));
    }

    @Test
    void oneOutlierDoesNotBendTheLine() {
        var spans = new ArrayList<>(straight(100, -1, 12));
        spans.set(5, new SpanResponse(month(5), 40, "HM-01"));
        assertThat(ResponseTrend.of(spans).orElseThrow().percentPerMonth()).isEqualTo(-1, within(0.15));
    }

    @Test
    void aChangeOfCylinderIsMarkedAndNotTakenForAgeing() {
        var spans = IntStream.range(0, 24)
                .mapToObj(i -> new SpanResponse(
                        month(i), 100 - 0.3 * i + (i >= 12 ? -4 : 0) + 0.2 * (i % 3 - 1), i >= 12 ? "HM-02" : "HM-01"))
                .toList();
        var trend = ResponseTrend.of(spans).orElseThrow();
        assertThat(trend.steps()).hasSize(1);
        var step = trend.steps().get(0);
        assertThat(step.on()).isEqualTo(month(12));
        assertThat(step.from()).isEqualTo("HM-01");
        assertThat(step.byPercent()).isNegative();
        var blind = ResponseTrend.of(spans.stream()
                        .map(span -> new SpanResponse(span.on(), span.percent(), ""))
                        .toList())
                .orElseThrow();
        assertThat(trend.percentPerMonth()).isGreaterThan(blind.percentPerMonth());
    }

    @Test
    void whereNoFallIsSeenTheUpperEndStaysOpen() {
        var steady = ResponseTrend.of(straight(98, 0, 10)).orElseThrow();
        assertThat(steady.marginal().likely()).isEmpty();
        assertThat(steady.marginal().latest()).isEmpty();
        assertThat(ResponseTrend.of(straight(100, -1, 3))).isEmpty();
        var oneDay = IntStream.range(0, 5)
                .mapToObj(i -> new SpanResponse(FITTED, 100, "HM-01"))
                .toList();
        assertThat(ResponseTrend.of(oneDay)).isEmpty();
    }

    /** Ageing sensors with noise, set on cylinders that are each a little off. */
    private record Sensor(List<SpanResponse> spans, double crossesAfterMonths) {

        static Sensor of(long seed) {
            var random = new Random(seed);
            double fresh = 96 + 16 * random.nextDouble();
            double loss = 0.3 + 1.2 * random.nextDouble();
            double crosses = (fresh - ResponseTrend.MARGINAL_PERCENT) / loss;
            int seen = 8 + random.nextInt(Math.max(1, (int) Math.min(40, crosses) - 8));
            var spans = new ArrayList<SpanResponse>();
            double off = 0;
            int left = 0;
            int cylinder = 0;
            for (int month = 0; month < seen; month++) {
                if (left-- == 0) {
                    off = 1.2 * random.nextGaussian();
                    left = 3 + random.nextInt(6);
                    cylinder++;
                }
                spans.add(new SpanResponse(
                        month(month), fresh - loss * month + off + 1.0 * random.nextGaussian(), "HM-" + cylinder));
            }
            return new Sensor(spans, crosses);
        }

        boolean isHeld() {
            var crossing = ResponseTrend.of(spans).orElseThrow().marginal();
            var truth = FITTED.plusDays(Math.round(crossesAfterMonths * DAYS_PER_MONTH));
            return crossing.earliest().filter(day -> !day.isAfter(truth)).isPresent()
                    && crossing.latest().filter(day -> day.isBefore(truth)).isEmpty();
        }
    }

    @Test
    void eightyPercentIntervalsHoldTheTruthAboutEightyTimesInAHundred() {
        long held = IntStream.range(0, 1_000)
                .filter(seed -> Sensor.of(seed).isHeld())
                .count();
        assertThat(held).isBetween(700L, 900L);
    }
}
