package onward.sentry.core.schedule;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class LastBumpTest {

    private static final LocalDate MONDAY = LocalDate.of(2026, 3, 2);
    private static final Rhythm DAILY = new Rhythm(1, 7);
    private static final Rhythm NONE = new Rhythm(0, 7);

    private static LastBump bump(int slot, String sensor, int daysBefore, OptionalInt ownDays) {
        return new LastBump(slot, sensor, Optional.of(MONDAY.minusDays(daysBefore)), ownDays);
    }

    private static StateToday state(Rhythm house, LocalDate today, LastBump... bumps) {
        var facts = new DetectorFacts(
                false,
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                List.of(new SensorDates(1, MONDAY.minusYears(1), Optional.of(MONDAY))),
                Causes.NONE,
                List.of(bumps),
                new IntervalRule.EveryDays(90));
        return StateToday.of(facts, house, today);
    }

    @Test
    void onlyTheSensorsThatWaitAreNamedAndBumped() {
        var carbonMonoxide = bump(1, "CO", 1, OptionalInt.empty());
        var ammonia = bump(2, "NH₃", 10, OptionalInt.of(31));
        var state = state(DAILY, MONDAY, carbonMonoxide, ammonia);
        assertThat(state.word()).isEqualTo(DetectorState.BUMP_FIRST);
        assertThat(state.reason()).isEqualTo("Bump CO before today's use; last good one 2026-03-01.");
        assertThat(LastBump.slotsToBump(List.of(carbonMonoxide, ammonia), DAILY, MONDAY))
                .containsExactly(1);

        var month = MONDAY.plusDays(21);
        assertThat(LastBump.slotsToBump(List.of(carbonMonoxide, ammonia), DAILY, month))
                .containsExactly(1, 2);
        assertThat(state(DAILY, month, bump(1, "CO", -21, OptionalInt.empty()), ammonia)
                        .reason())
                .isEqualTo("Bump NH₃ before today's use; last good one 2026-02-20, which counted for 31 days.");
        assertThat(state.validThrough())
                .as("on the next day the sentence names both")
                .isEqualTo(month.minusDays(1));
    }

    @Test
    void whatACardAsksForIsAskedForWhereTheHouseAsksForNone() {
        var daily = bump(1, "CO", 1, OptionalInt.of(1));
        var never = new LastBump(2, "O₂", Optional.empty(), OptionalInt.empty());
        assertThat(state(NONE, MONDAY, daily, never).word()).isEqualTo(DetectorState.BUMP_FIRST);
        assertThat(LastBump.slotsToBump(List.of(daily, never), NONE, MONDAY)).containsExactly(1);
        assertThat(state(NONE, MONDAY, never).word()).isEqualTo(DetectorState.READY);
    }

    @Test
    void whereNoneWaitsABumpIsAboutAll() {
        var bumps = List.of(bump(1, "CO", 0, OptionalInt.empty()), bump(4, "O₂", 0, OptionalInt.empty()));
        assertThat(LastBump.slotsToBump(bumps, DAILY, MONDAY)).containsExactly(1, 4);
    }

    @Test
    void oneThatNeverMetGasSaysSo() {
        var never = new LastBump(2, "O₂", Optional.empty(), OptionalInt.empty());
        assertThat(state(DAILY, MONDAY, bump(1, "CO", 3, OptionalInt.empty()), never)
                        .reason())
                .isEqualTo("Bump before today's use; none on record.");
    }

    private static List<LastBump> waiting(Rhythm house, LocalDate day, LastBump... bumps) {
        return Stream.of(bumps).filter(bump -> bump.isOwed(house, day)).toList();
    }

    /** A detector may be used exactly while every bump that is asked for counts, and its state says until when. */
    @Property
    void aDetectorWaitsExactlyWhileOneOfItsSensorsDoes(
            @ForAll @IntRange(min = 0, max = 31) int house,
            @ForAll @IntRange(min = 0, max = 92) int ownFirst,
            @ForAll @IntRange(min = 0, max = 92) int ownSecond,
            @ForAll @IntRange(max = 60) int first,
            @ForAll @IntRange(max = 60) int second) {
        var rhythm = new Rhythm(house, 0);
        var one = bump(1, "CO", first, ownFirst == 0 ? OptionalInt.empty() : OptionalInt.of(ownFirst));
        var two = bump(2, "NH₃", second, ownSecond == 0 ? OptionalInt.empty() : OptionalInt.of(ownSecond));
        var state = state(rhythm, MONDAY, one, two);
        boolean waits = one.isOwed(rhythm, MONDAY) || two.isOwed(rhythm, MONDAY);
        assertThat(state.word() == DetectorState.BUMP_FIRST).isEqualTo(waits);
        var until = state.validThrough();
        if (until.isBefore(MONDAY.plusDays(89))) {
            assertThat(state(rhythm, until, one, two)).isEqualTo(state);
            assertThat(waiting(rhythm, until.plusDays(1), one, two))
                    .as("another sensor waits, or the first one does")
                    .isNotEqualTo(waiting(rhythm, until, one, two));
        }
    }
}
