package onward.sentry.core.schedule;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;

class IntervalProperties {

    private static final LocalDate FIRST = LocalDate.of(2024, 1, 1);

    @Property
    void dueLiesAfterTheLastGoodDayAndNeverBeyondTheCap(
            @ForAll @IntRange(max = 3_000) int day,
            @ForAll @IntRange(min = 1, max = 60) int months,
            @ForAll @IntRange(min = 1, max = 2_000) int cap) {
        var last = FIRST.plusDays(day);
        var due = new IntervalRule.EveryMonths(months, cap).nextDue(last);
        assertThat(due.date()).isAfter(last);
        assertThat(ChronoUnit.DAYS.between(last, due.date())).isLessThanOrEqualTo(cap);
        assertThat(due.date()).isBeforeOrEqualTo(last.plusMonths(months));
        assertThat(due.working().result().endsWith("(the cap is earlier)"))
                .isEqualTo(due.date().isBefore(last.plusMonths(months)));
    }

    @Property
    void laterWorkIsNeverDueEarlier(
            @ForAll @IntRange(max = 3_000) int day,
            @ForAll @IntRange(max = 400) int later,
            @ForAll @IntRange(min = 1, max = 24) int months) {
        var rule = new IntervalRule.EveryMonths(months, 2_000);
        assertThat(rule.nextDue(FIRST.plusDays(day + later)).date())
                .isAfterOrEqualTo(rule.nextDue(FIRST.plusDays(day)).date());
    }

    @Property
    void aDetectorIsDueWithItsEarliestSensor(
            @ForAll @IntRange(max = 300) int first, @ForAll @IntRange(max = 300) int second) {
        var rule = new IntervalRule.EveryDays(30);
        var sensors = List.of(
                new SensorDates(1, FIRST, Optional.of(FIRST.plusDays(first))),
                new SensorDates(2, FIRST, Optional.of(FIRST.plusDays(second))));
        var facts = new DetectorFacts(
                false, Optional.empty(), Optional.empty(), Optional.empty(), sensors, Causes.NONE, List.of(), rule);
        assertThat(facts.due().date()).isEqualTo(FIRST.plusDays(Math.min(first, second) + 30L));
    }

    @Property
    void aStateHoldsUntilTheDayThatItNamesAndIsAnotherOnTheNext(
            @ForAll @IntRange(max = 60) int today, @ForAll boolean bumped) {
        var rule = new IntervalRule.EveryDays(30);
        var on = FIRST.plusDays(today);
        var facts = new DetectorFacts(
                false,
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                List.of(new SensorDates(1, FIRST, Optional.of(FIRST))),
                Causes.NONE,
                List.of(new LastBump(1, "CO", bumped ? Optional.of(on) : Optional.empty(), OptionalInt.empty())),
                rule);
        var state = StateToday.of(facts, Rhythm.SHIPPED, on);
        if (state.validThrough().equals(LocalDate.MAX)) {
            assertThat(state.word()).isEqualTo(DetectorState.OVERDUE);
            return;
        }
        for (var day = on; !day.isAfter(state.validThrough()); day = day.plusDays(1)) {
            assertThat(StateToday.of(facts, Rhythm.SHIPPED, day).word()).isEqualTo(state.word());
        }
        assertThat(StateToday.of(facts, Rhythm.SHIPPED, state.validThrough().plusDays(1))
                        .word())
                .isNotEqualTo(state.word());
    }

    /** With an own interval beside the card's, the due day is never later than by either alone, and is one of them. */
    @Property
    void ofTwoRulesTheEarlierCounts(
            @ForAll @IntRange(min = 1, max = 400) int cardDays, @ForAll @IntRange(min = 1, max = 400) int ownDays) {
        var card = new IntervalRule.EveryDays(cardDays);
        var own = new IntervalRule.EveryDays(ownDays);
        var due = IntervalRule.WithOwn.of(card, Optional.of(own)).nextDue(FIRST);
        assertThat(due.date()).isEqualTo(FIRST.plusDays(Math.min(cardDays, ownDays)));
        assertThat(due.working().result().contains("its own is earlier")).isEqualTo(ownDays < cardDays);
        assertThat(IntervalRule.WithOwn.of(card, Optional.empty())).isSameAs(card);
    }

    private static final int FOUR_CENTURIES = 146_097;
    private static final int LAST = 5;

    /** Every weekday and ordinal, from any day of 400 years: it lies in the month after and is what it is called. */
    @Property
    void aWeekdayOfTheFollowingMonthIsWhatItIsCalled(
            @ForAll @IntRange(max = FOUR_CENTURIES) int day,
            @ForAll @IntRange(min = 1, max = LAST) int nth,
            @ForAll DayOfWeek weekday) {
        var last = FIRST.plusDays(day);
        var due = new IntervalRule.FollowingMonth(new IntervalRule.MonthDay(nth, weekday))
                .nextDue(last)
                .date();
        assertThat(due.getDayOfWeek()).isEqualTo(weekday);
        assertThat(YearMonth.from(due)).isEqualTo(YearMonth.from(last).plusMonths(1));
        if (nth == LAST) {
            assertThat(YearMonth.from(due.plusWeeks(1)))
                    .isEqualTo(YearMonth.from(last).plusMonths(2));
        } else {
            assertThat((due.getDayOfMonth() - 1) / 7).isEqualTo(nth - 1);
        }
    }

    /** The next such day is far enough away, and none that is far enough comes before it. */
    @Property
    void theNextWeekdayIsTheFirstThatIsFarEnoughAway(
            @ForAll @IntRange(max = FOUR_CENTURIES) int day,
            @ForAll @IntRange(min = 1, max = LAST) int nth,
            @ForAll DayOfWeek weekday,
            @ForAll @IntRange(min = 1, max = 60) int least) {
        var last = FIRST.plusDays(day);
        var monthDay = new IntervalRule.MonthDay(nth, weekday);
        var due = new IntervalRule.NextMonthDay(monthDay, least).nextDue(last).date();
        assertThat(due).isAfterOrEqualTo(last.plusDays(least));
        assertThat(monthDay.in(YearMonth.from(due))).isEqualTo(due);
        assertThat(monthDay.in(YearMonth.from(due).minusMonths(1))).isBefore(last.plusDays(least));
    }

    @Property
    void laterWorkIsNeverDueEarlierByDaysEither(
            @ForAll @IntRange(max = 3_000) int day,
            @ForAll @IntRange(max = 400) int later,
            @ForAll @IntRange(min = 1, max = 700) int days) {
        var rule = new IntervalRule.Capped(new IntervalRule.EveryDays(days), 365);
        assertThat(rule.nextDue(FIRST.plusDays(day + later)).date())
                .isAfterOrEqualTo(rule.nextDue(FIRST.plusDays(day)).date());
    }
}
