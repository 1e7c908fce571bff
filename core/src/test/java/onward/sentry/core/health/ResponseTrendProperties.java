package onward.sentry.core.health;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;

/** Laws that the line through span responses keeps, whatever the sensor does. */
class ResponseTrendProperties {

    private static final LocalDate FITTED = LocalDate.of(2024, 1, 15);

    /** Monthly spans on up to three cylinders, as they come: with noise, jumps and all. */
    @Provide
    Arbitrary<List<SpanResponse>> histories() {
        return Arbitraries.doubles()
                .between(20, 180)
                .list()
                .ofMinSize(4)
                .ofMaxSize(30)
                .map(percents -> IntStream.range(0, percents.size())
                        .mapToObj(i -> new SpanResponse(FITTED.plusDays(30L * i), percents.get(i), "HM-0" + i / 10))
                        .toList());
    }

    private static ResponseTrend trend(List<SpanResponse> spans) {
        return ResponseTrend.of(spans).orElseThrow();
    }

    @Property(tries = 200)
    void theOrderInWhichSpansAreToldIsOfNoAccount(@ForAll("histories") List<SpanResponse> spans, @ForAll long seed) {
        var shuffled = new ArrayList<>(spans);
        Collections.shuffle(shuffled, new Random(seed));
        assertThat(trend(shuffled)).isEqualTo(trend(spans));
    }

    @Property(tries = 200)
    void aSensorThatWasFittedLaterCrossesAsMuchLater(
            @ForAll("histories") List<SpanResponse> spans, @ForAll @IntRange(min = 1, max = 2_000) int days) {
        var later = spans.stream()
                .map(span -> new SpanResponse(span.on().plusDays(days), span.percent(), span.cylinder()))
                .toList();
        assertThat(trend(later).percentPerMonth()).isEqualTo(trend(spans).percentPerMonth());
        assertThat(trend(later).fail().likely())
                .isEqualTo(trend(spans).fail().likely().map(day -> day.plusDays(days)));
    }

    @Property(tries = 200)
    void noCrossingIsEarlierThanItsEarliestNorTheFailBeforeTheMarginal(@ForAll("histories") List<SpanResponse> spans) {
        var trend = trend(spans);
        for (var crossing : List.of(trend.marginal(), trend.fail())) {
            crossing.likely().ifPresent(likely -> {
                assertThat(crossing.earliest().orElseThrow()).isBeforeOrEqualTo(likely);
                crossing.latest().ifPresent(latest -> assertThat(likely).isBeforeOrEqualTo(latest));
            });
        }
        trend.fail().likely().ifPresent(fails -> {
            if (trend.percentPerMonth() < 0) {
                assertThat(trend.marginal().likely().orElseThrow()).isBeforeOrEqualTo(fails);
            }
        });
    }

    @Property(tries = 200)
    void aStraightLineIsFoundAsItIs(
            @ForAll @DoubleRange(min = 80, max = 140) double fresh,
            @ForAll @DoubleRange(min = -3, max = 1) double perMonth,
            @ForAll @IntRange(min = 4, max = 24) int spans) {
        var straight = IntStream.range(0, spans)
                .mapToObj(i -> new SpanResponse(FITTED.plusDays(30L * i), fresh + perMonth * i * 30 / 30.44, "HM-01"))
                .toList();
        var trend = trend(straight);
        assertThat(trend.percentPerMonth()).isCloseTo(perMonth, within(0.02));
        assertThat(trend.nowPercent()).isCloseTo(fresh + perMonth * (spans - 1) * 30 / 30.44, within(0.6));
        assertThat(trend.steps()).isEmpty();
    }

    @Property(tries = 200)
    void theMoreAKindOfSensorWasFoundInToleranceTheLessIsItsIntervalShortened(
            @ForAll @IntRange(min = 0, max = 300) int all,
            @ForAll @DoubleRange(min = 0, max = 1) double share,
            @ForAll @IntRange(min = 0, max = 48) int months) {
        long good = Math.round(share * all);
        var review = IntervalReview.of("CO", good, all, months);
        assertThat(review.share().low()).isBetween(0.0, review.share().high());
        assertThat(review.share().high()).isLessThanOrEqualTo(1.0);
        if (all > 0) {
            assertThat((double) good / all)
                    .isBetween(review.share().low() - 1e-9, review.share().high() + 1e-9);
        }
        if (good < all) {
            var better = IntervalReview.of("CO", good + 1, all, months).proposal();
            if (review.proposal() == IntervalReview.Proposal.LENGTHEN) {
                assertThat(better).isEqualTo(IntervalReview.Proposal.LENGTHEN);
            }
            if (better == IntervalReview.Proposal.SHORTEN) {
                assertThat(review.proposal()).isEqualTo(IntervalReview.Proposal.SHORTEN);
            }
        }
        if (months < IntervalReview.LONG_ENOUGH_MONTHS) {
            assertThat(review.proposal()).isNotEqualTo(IntervalReview.Proposal.LENGTHEN);
        }
    }
}
