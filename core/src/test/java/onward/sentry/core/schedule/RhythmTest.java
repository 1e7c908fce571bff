package onward.sentry.core.schedule;

import static onward.sentry.core.working.Limit.refused;
import static onward.sentry.core.working.Limit.taken;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class RhythmTest {

    private static final LocalDate MONDAY = LocalDate.of(2026, 3, 2);
    private static final OptionalInt HOUSE = OptionalInt.empty();

    /** Calibrated on that Monday, every 90 days, so due on 2026-05-31. */
    private static DetectorFacts bumped(Optional<LocalDate> on) {
        return new DetectorFacts(
                false,
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                List.of(new SensorDates(1, MONDAY.minusYears(1), Optional.of(MONDAY))),
                Causes.NONE,
                List.of(new LastBump(1, "CO", on, HOUSE)),
                new IntervalRule.EveryDays(90));
    }

    private static StateToday state(int bumpDays, int soonDays, Optional<LocalDate> lastBump, LocalDate today) {
        return StateToday.of(bumped(lastBump), new Rhythm(bumpDays, soonDays), today);
    }

    @Test
    void itHasItsBounds() {
        taken(() -> new Rhythm(0, 0), () -> new Rhythm(31, 60));
        refused("policy-bump", "rhythm.bumpDays", () -> new Rhythm(-1, 7), () -> new Rhythm(32, 7));
        refused("policy-soon", "rhythm.soonDays", () -> new Rhythm(1, -1), () -> new Rhythm(1, 61));
    }

    @Test
    void aBumpCountsOnSoManyDaysItsOwnAmongThem() {
        var bump = Optional.of(MONDAY);
        assertThat(state(1, 7, bump, MONDAY).word()).isEqualTo(DetectorState.READY);
        assertThat(state(1, 7, bump, MONDAY.plusDays(1)).word()).isEqualTo(DetectorState.BUMP_FIRST);
        assertThat(state(3, 7, bump, MONDAY.plusDays(2)).word()).isEqualTo(DetectorState.READY);
        assertThat(state(3, 7, bump, MONDAY.plusDays(2)).validThrough()).isEqualTo(MONDAY.plusDays(2));
        var lapsed = state(3, 7, bump, MONDAY.plusDays(3));
        assertThat(lapsed.word()).isEqualTo(DetectorState.BUMP_FIRST);
        assertThat(lapsed.usable()).isFalse();
        assertThat(lapsed.reason())
                .isEqualTo("Bump before today's use; last good one 2026-03-02, which counted for 3 days.");
        assertThat(state(1, 7, bump, MONDAY.plusDays(1)).reason())
                .isEqualTo("Bump before today's use; last good one 2026-03-02.");
        assertThat(state(3, 7, Optional.empty(), MONDAY).reason()).endsWith("none on record.");
    }

    @Test
    void whereNoneIsAskedForTheDueDayAloneDecides() {
        var ready = state(0, 7, Optional.empty(), MONDAY);
        assertThat(ready.word()).isEqualTo(DetectorState.READY);
        assertThat(ready.validThrough()).isEqualTo(LocalDate.of(2026, 5, 23));
    }

    @Test
    void workIsDueSoonFromTheDayThatTheHouseSays() {
        var due = LocalDate.of(2026, 5, 31);
        assertThat(state(0, 14, Optional.empty(), due.minusDays(15)).word()).isEqualTo(DetectorState.READY);
        assertThat(state(0, 14, Optional.empty(), due.minusDays(14)).word()).isEqualTo(DetectorState.DUE_SOON);
        assertThat(state(0, 0, Optional.empty(), due.minusDays(1)).word())
                .as("nothing is due soon")
                .isEqualTo(DetectorState.READY);
        assertThat(state(0, 0, Optional.empty(), due).word()).isEqualTo(DetectorState.DUE);
    }

    @Property
    void aStateHoldsThroughTheDayThatItNamesAndNotOnTheNext(
            @ForAll @IntRange(min = 0, max = 31) int bumpDays,
            @ForAll @IntRange(min = 0, max = 60) int soonDays,
            @ForAll @IntRange(min = 0, max = 89) int bumpedAfter,
            @ForAll @IntRange(min = 0, max = 95) int day) {
        var today = MONDAY.plusDays(day);
        var bump = Optional.of(MONDAY.plusDays(Math.min(bumpedAfter, day)));
        var state = state(bumpDays, soonDays, bump, today);
        assertThat(state.validThrough()).isAfterOrEqualTo(today);
        if (!state.validThrough().equals(LocalDate.MAX)) {
            assertThat(state(bumpDays, soonDays, bump, state.validThrough()).word())
                    .isEqualTo(state.word());
            assertThat(state(bumpDays, soonDays, bump, state.validThrough().plusDays(1))
                            .word())
                    .isNotEqualTo(state.word());
        }
    }

    @Test
    void bumpsFallOnWorkingDays() {
        assertThat(new Rhythm(1, 7).bumpsOn(HOUSE, MONDAY, MONDAY.plusDays(7)))
                .containsExactly(
                        MONDAY,
                        MONDAY.plusDays(1),
                        MONDAY.plusDays(2),
                        MONDAY.plusDays(3),
                        MONDAY.plusDays(4),
                        MONDAY.plusDays(7));
        assertThat(new Rhythm(3, 7).bumpsOn(HOUSE, MONDAY, MONDAY.plusDays(7)))
                .containsExactly(MONDAY, MONDAY.plusDays(3), MONDAY.plusDays(7));
        assertThat(new Rhythm(0, 7).bumpsOn(HOUSE, MONDAY, MONDAY.plusDays(90))).isEmpty();
        assertThat(new Rhythm(7, 7).bumpsOn(HOUSE, MONDAY.minusDays(1), MONDAY.plusDays(7)))
                .as("from a Sunday")
                .containsExactly(MONDAY, MONDAY.plusDays(7));
        assertThat(new Rhythm(1, 7).bumpsOn(OptionalInt.of(7), MONDAY, MONDAY.plusDays(7)))
                .as("the card's own days go before the house's")
                .containsExactly(MONDAY, MONDAY.plusDays(7));
    }

    @Property
    void betweenTwoBumpsNoWorkingDayIsLeftWithoutOne(@ForAll @IntRange(min = 1, max = 31) int bumpDays) {
        var rhythm = new Rhythm(bumpDays, 7);
        var days = rhythm.bumpsOn(HOUSE, MONDAY, MONDAY.plusDays(180));
        for (int i = 1; i < days.size(); i++) {
            var uncovered = days.get(i - 1).plusDays(bumpDays);
            assertThat(uncovered.datesUntil(days.get(i)))
                    .allMatch(
                            day -> day.getDayOfWeek() == DayOfWeek.SATURDAY || day.getDayOfWeek() == DayOfWeek.SUNDAY);
        }
    }
}
