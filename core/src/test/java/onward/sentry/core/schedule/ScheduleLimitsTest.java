package onward.sentry.core.schedule;

import static onward.sentry.core.working.Limit.refusal;
import static onward.sentry.core.working.Limit.refused;
import static onward.sentry.core.working.Limit.taken;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import java.util.Optional;
import onward.sentry.core.schedule.IntervalRule.Capped;
import onward.sentry.core.schedule.IntervalRule.EveryDays;
import onward.sentry.core.schedule.IntervalRule.EveryMonths;
import onward.sentry.core.schedule.IntervalRule.FollowingMonth;
import onward.sentry.core.schedule.IntervalRule.MonthDay;
import onward.sentry.core.schedule.IntervalRule.NextMonthDay;
import onward.sentry.core.schedule.IntervalRule.WithOwn;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Intervals, releases, lendings and triggers at the edges of what they take. */
class ScheduleLimitsTest {

    private static final LocalDate TODAY = LocalDate.of(2026, 3, 2);
    private static final MonthDay LAST_THURSDAY = MonthDay.last(DayOfWeek.THURSDAY);

    @Test
    void anIntervalIsAMonthToFiveYearsOrADayToTwoThousand() {
        taken(
                () -> new EveryMonths(1, 1),
                () -> new EveryMonths(60, 2_000),
                () -> new EveryDays(1),
                () -> new EveryDays(2_000),
                () -> new Capped(new EveryDays(30), 2_000),
                () -> new NextMonthDay(LAST_THURSDAY, 1),
                () -> new NextMonthDay(LAST_THURSDAY, 365));
        refused("interval-months", "months", () -> new EveryMonths(0, 35), () -> new EveryMonths(61, 35));
        refused("interval-days", "days", () -> new EveryDays(0), () -> new EveryDays(2_001));
        refused(
                "interval-cap",
                "capDays",
                () -> new EveryMonths(1, 0),
                () -> new EveryMonths(1, 2_001),
                () -> new Capped(new EveryDays(30), 0),
                () -> new Capped(new EveryDays(30), 2_001));
        refused(
                "interval-least",
                "leastDays",
                () -> new NextMonthDay(LAST_THURSDAY, 0),
                () -> new NextMonthDay(LAST_THURSDAY, 366));
        refused(
                "interval-weekday",
                "nth",
                () -> new MonthDay(0, DayOfWeek.MONDAY),
                () -> new MonthDay(6, DayOfWeek.MONDAY));
    }

    @ParameterizedTest
    @CsvSource({
        "2026-01-31, 1, 35, 2026-02-28",
        "2028-01-31, 1, 35, 2028-02-29",
        "2026-03-01, 6, 180, 2026-08-28",
        "2026-03-01, 6, 184, 2026-09-01",
        "2026-03-01, 6, 183, 2026-08-31",
        "2026-12-31, 2, 90, 2027-02-28",
    })
    void monthsEndWithTheMonthAndNeverLaterThanTheCap(LocalDate last, int months, int cap, LocalDate due) {
        assertThat(new EveryMonths(months, cap).nextDue(last).date()).isEqualTo(due);
    }

    @Test
    void anIntervalSaysWhichOfItsDaysWasEarlier() {
        assertThat(new EveryMonths(6, 180)
                        .nextDue(LocalDate.of(2026, 3, 1))
                        .working()
                        .result())
                .isEqualTo("2026-08-28 (the cap is earlier)");
        assertThat(new EveryMonths(6, 184)
                        .nextDue(LocalDate.of(2026, 3, 1))
                        .working()
                        .result())
                .as("both on one day")
                .isEqualTo("2026-09-01");
        var capped = new Capped(new FollowingMonth(LAST_THURSDAY), 30);
        assertThat(capped.nextDue(LocalDate.of(2026, 3, 3)).working().result())
                .isEqualTo("2026-04-02 (the cap is earlier)");
        assertThat(new Capped(new EveryDays(30), 30).nextDue(TODAY).working().result())
                .doesNotContain("cap");
    }

    @Test
    void anIntervalOfOnesOwnCountsWhereItIsEarlier() {
        var card = new EveryMonths(6, 184);
        var march = LocalDate.of(2026, 3, 1);
        assertThat(WithOwn.of(card, Optional.empty())).isSameAs(card);
        assertThat(WithOwn.of(card, Optional.of(new EveryDays(90)))
                        .nextDue(march)
                        .working()
                        .result())
                .isEqualTo("2026-05-30 (its own is earlier)");
        assertThat(WithOwn.of(card, Optional.of(new EveryDays(200)))
                        .nextDue(march)
                        .working()
                        .result())
                .isEqualTo("2026-09-01 (the card's is earlier)");
        assertThat(WithOwn.of(card, Optional.of(new EveryDays(184)))
                        .nextDue(march)
                        .working()
                        .result())
                .isEqualTo("2026-09-01");
        assertThat(WithOwn.of(card, Optional.of(new EveryDays(90))).words())
                .isEqualTo("every 6 months, never later than 184 days, and for this detector every 90 days");
    }

    @ParameterizedTest
    @CsvSource({
        "2026-03-03, 14, 2026-03-26",
        "2026-03-12, 14, 2026-03-26",
        "2026-03-13, 14, 2026-04-30",
        "2026-12-20, 14, 2027-01-28",
    })
    void theNextSuchDayIsFarEnoughAwayAndNoFurther(LocalDate last, int least, LocalDate due) {
        assertThat(new NextMonthDay(LAST_THURSDAY, least).nextDue(last).date()).isEqualTo(due);
    }

    @ParameterizedTest
    @CsvSource({
        "1, MONDAY, first Monday, 2026-06-01",
        "2, MONDAY, second Monday, 2026-06-08",
        "4, SUNDAY, fourth Sunday, 2026-06-28",
        "5, TUESDAY, last Tuesday, 2026-06-30",
    })
    void aWeekdayOfAMonthIsCalledAsPeopleCallIt(int nth, DayOfWeek weekday, String words, LocalDate day) {
        var monthDay = new MonthDay(nth, weekday);
        assertThat(monthDay).hasToString(words);
        assertThat(monthDay.in(YearMonth.of(2026, 6))).isEqualTo(day);
        assertThat(new FollowingMonth(monthDay).words()).isEqualTo("the " + words + " of the following month");
        assertThat(new FollowingMonth(monthDay)
                        .nextDue(LocalDate.of(2026, 5, 31))
                        .date())
                .isEqualTo(day);
    }

    @Test
    void aReleaseNeedsGoodSensorsAndARemark() {
        taken(() -> HoldRelease.check(List.of(), "CO sensor replaced"));
        refused("remark-missing", "remark", () -> HoldRelease.check(List.of(), " "));
        refused("sensor-still-failed", "", () -> HoldRelease.check(List.of("CO"), "it is fine"));
        assertThat(refusal(() -> HoldRelease.check(List.of("CO", "H2S"), "")).reason())
                .isEqualTo("CO, H2S failed and is still fitted.");
    }

    @Test
    void aDetectorIsLentToSomebodyAndComesBackNoEarlierThanItWent() {
        taken(
                () -> new Lending("x".repeat(60), TODAY, Optional.empty()),
                () -> new Lending("Quarry crew", TODAY, Optional.of(TODAY)));
        refused(
                "lent-to",
                "to",
                () -> new Lending(" ", TODAY, Optional.empty()),
                () -> new Lending("x".repeat(61), TODAY, Optional.empty()));
        refused("lent-back-by", "backBy", () -> new Lending("Quarry crew", TODAY, Optional.of(TODAY.minusDays(1))));
        assertThat(new Lending(" Quarry crew ", TODAY, Optional.empty()).to()).isEqualTo("Quarry crew");
    }

    @Test
    void aTriggerIsTellableInTwoHundredLetters() {
        for (var cause : TriggerCause.values()) {
            taken(() -> cause.on(TODAY, "x".repeat(200)), () -> cause.on(TODAY, " ".repeat(300)));
            refused("trigger-remark", "remark", () -> cause.on(TODAY, "x".repeat(201)));
            assertThat(cause.explanation()).endsWith(".");
            assertThat(cause.on(TODAY, "  ").words()).isEqualTo(cause.label());
        }
    }
}
