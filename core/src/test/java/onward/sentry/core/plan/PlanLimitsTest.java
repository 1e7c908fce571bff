package onward.sentry.core.plan;

import static onward.sentry.core.working.Limit.refused;
import static onward.sentry.core.working.Limit.taken;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.Optional;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/** How a house may plan its bench, at the edges. */
class PlanLimitsTest {

    private static final LocalDate TODAY = LocalDate.of(2026, 3, 2);

    @Test
    void theBenchIsOpenOnAtLeastOneWeekdayAndOnRulesOfBeforeFromMondayToFriday() {
        assertThat(PlanRules.USUAL.benchDays())
                .containsExactly(
                        DayOfWeek.MONDAY, DayOfWeek.TUESDAY, DayOfWeek.WEDNESDAY, DayOfWeek.THURSDAY, DayOfWeek.FRIDAY);
        assertThat(new PlanRules(240, 10, 25, 10, 2, 15, null).benchDays()).isEqualTo(PlanRules.USUAL.benchDays());
        assertThatThrownBy(() -> new PlanRules(240, 10, 25, 10, 2, 15, Set.of()))
                .hasMessageContaining("open on no weekday");
    }

    private static PlanRules rules(int... figures) {
        return new PlanRules(figures[0], figures[1], figures[2], figures[3], figures[4], figures[5]);
    }

    @Test
    void eachRuleHasItsBoundsAndIsRefusedByItsOwnName() {
        var fields = new String[] {
            "minutesADay", "setUpMinutes", "mostAwayPercent", "earlyDays", "noticeDays", "keepFreePercent"
        };
        var least = new int[] {30, 0, 1, 0, 0, 0};
        var most = new int[] {600, 120, 100, 60, 30, 50};
        taken(() -> rules(least), () -> rules(most));
        for (int i = 0; i < fields.length; i++) {
            int place = i;
            refused(
                    "plan-rule",
                    fields[i],
                    () -> rules(with(least, place, least[place] - 1)),
                    () -> rules(with(most, place, most[place] + 1)));
        }
    }

    private static int[] with(int[] figures, int place, int figure) {
        var other = figures.clone();
        other[place] = figure;
        return other;
    }

    @Test
    void aShiftHasMinutes() {
        taken(() -> new Shift("Una", 1, Set.of()), () -> new Shift("Una", 900, Set.of()));
        refused("shift-minutes", "minutes", () -> new Shift("Una", 0, Set.of()), () -> new Shift("Una", 901, Set.of()));
    }

    @Test
    void aJobIsDoneNeitherTooEarlyNorWithoutNoticeNorOnASensorThatRests() {
        var rules = rules(240, 10, 25, 10, 2, 15);
        var due = LocalDate.of(2026, 3, 20);
        assertThat(rules.earliest(due, TODAY, false, Optional.empty())).isEqualTo(LocalDate.of(2026, 3, 10));
        assertThat(rules.earliest(due, LocalDate.of(2026, 3, 15), false, Optional.empty()))
                .as("late already")
                .isEqualTo(LocalDate.of(2026, 3, 15));
        assertThat(rules.earliest(TODAY.plusDays(1), TODAY, true, Optional.empty()))
                .as("two days of notice")
                .isEqualTo(TODAY.plusDays(2));
        assertThat(rules.earliest(due, TODAY, false, Optional.of(LocalDate.of(2026, 3, 12))))
                .isEqualTo(LocalDate.of(2026, 3, 12));
        assertThat(rules.earliest(due, TODAY, false, Optional.of(TODAY.minusDays(9))))
                .isEqualTo(LocalDate.of(2026, 3, 10));
    }

    @Property
    void aCrewIsNeverBarredFromTheBenchAndNeverAwayAltogetherBeyondItsShare(
            @ForAll @IntRange(min = 1, max = 500) int detectors, @ForAll @IntRange(min = 1, max = 100) int percent) {
        int most = rules(240, 10, percent, 10, 2, 15).mostAway(detectors);
        assertThat(most).isBetween(1, detectors);
        assertThat(most == 1 || 100 * most <= percent * detectors).isTrue();
        assertThat(100 * (most + 1)).isGreaterThan(percent * detectors);
    }
}
