package onward.sentry.core.schedule;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class StateTodayTest {

    private static final LocalDate LAST = LocalDate.of(2026, 2, 28);
    private static final LocalDate DUE = LocalDate.of(2026, 3, 28);

    private static DetectorFacts facts(Optional<String> hold, Optional<Cause> cause, Optional<LocalDate> bump) {
        return new DetectorFacts(
                false,
                Optional.empty(),
                hold,
                Optional.empty(),
                List.of(
                        new SensorDates(1, LocalDate.of(2025, 1, 1), Optional.of(LAST)),
                        new SensorDates(2, LocalDate.of(2025, 1, 1), Optional.of(LAST.plusDays(9)))),
                Causes.of(cause.stream().toList()),
                List.of(
                        new LastBump(1, "CO", bump, OptionalInt.empty()),
                        new LastBump(2, "O2", bump, OptionalInt.empty())),
                new IntervalRule.EveryMonths(1, 60));
    }

    private static DetectorState on(LocalDate today) {
        return StateToday.of(facts(Optional.empty(), Optional.empty(), Optional.of(today)), Rhythm.SHIPPED, today)
                .word();
    }

    @Test
    void theDayItselfIsStillInDate() {
        assertThat(on(DUE.minusDays(8))).isEqualTo(DetectorState.READY);
        assertThat(on(DUE.minusDays(7))).isEqualTo(DetectorState.DUE_SOON);
        assertThat(on(DUE)).isEqualTo(DetectorState.DUE);
        assertThat(on(DUE.plusDays(1))).isEqualTo(DetectorState.OVERDUE);
        var facts = facts(Optional.empty(), Optional.empty(), Optional.of(DUE));
        assertThat(StateToday.of(facts, Rhythm.SHIPPED, DUE).usable()).isTrue();
        assertThat(StateToday.of(facts, Rhythm.SHIPPED, DUE.plusDays(1)).usable())
                .isFalse();
    }

    /** The due day is no way around the bump of the day. */
    @Test
    void onTheDueDayItIsUsedAfterItsBumpOnly() {
        var bumpedBefore = facts(Optional.empty(), Optional.empty(), Optional.of(DUE.minusDays(1)));
        var state = StateToday.of(bumpedBefore, Rhythm.SHIPPED, DUE);
        assertThat(state.word()).isEqualTo(DetectorState.DUE);
        assertThat(state.usable()).isFalse();
        assertThat(state.reason())
                .isEqualTo(
                        "Due today, the last day it may be used. Bump before today's use; last good one 2026-03-27.");
        assertThat(BoardStatus.of(state.word(), state.usable())).contains(BoardStatus.DO_NOT_USE);
    }

    @Test
    void theEarliestSensorMakesTheDetectorDue() {
        assertThat(facts(Optional.empty(), Optional.empty(), Optional.empty())
                        .due()
                        .date())
                .isEqualTo(DUE);
    }

    @Test
    void aSensorThatWasNeverCalibratedIsDueSinceItWasFitted() {
        var fitted = LocalDate.of(2026, 3, 2);
        var facts = new DetectorFacts(
                false,
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                List.of(new SensorDates(1, fitted, Optional.empty())),
                Causes.NONE,
                List.of(),
                new IntervalRule.EveryDays(90));
        assertThat(facts.due().date()).isEqualTo(fitted);
        assertThat(facts.due().working().rule()).isEqualTo("Sensor fitted: calibrate before use");
        var state = StateToday.of(facts, Rhythm.SHIPPED, fitted);
        assertThat(state.word()).isEqualTo(DetectorState.DUE);
        assertThat(state.usable()).isFalse();
        assertThat(state.reason()).isEqualTo("Not to be used: a sensor was fitted that nobody here has calibrated.");
    }

    @Test
    void onlyACalibrationOfItsDayOrLaterSettlesATrigger() {
        var dropped = Cause.reported(DUE, "dropped");
        assertThat(dropped.isSettledBy(DUE.minusDays(1))).isFalse();
        assertThat(dropped.isSettledBy(DUE)).isTrue();
        assertThat(dropped.isSettledBy(DUE.plusDays(1))).isTrue();
    }

    @Test
    void whatWasMadeDueAtOnceIsNotUsedOnTheDayItself() {
        var facts =
                facts(Optional.empty(), Optional.of(Cause.reported(DUE.minusDays(10), "dropped")), Optional.of(DUE));
        var state = StateToday.of(facts, Rhythm.SHIPPED, DUE.minusDays(10));
        assertThat(state.word()).isEqualTo(DetectorState.DUE);
        assertThat(state.usable()).isFalse();
        assertThat(state.mayBeLent()).isFalse();
    }

    @Test
    void holdOutranksEverythingButRetirement() {
        var today = DUE.plusDays(30);
        var held = facts(Optional.of("CO failed"), Optional.empty(), Optional.empty());
        assertThat(StateToday.of(held, Rhythm.SHIPPED, today).word()).isEqualTo(DetectorState.ON_HOLD);
        assertThat(StateToday.of(held, Rhythm.SHIPPED, today).reason()).isEqualTo("CO failed");
    }

    @Test
    void aFailedBumpMakesItDueAtOnceAndSaysWhy() {
        var today = LAST.plusDays(3);
        var triggered = facts(Optional.empty(), Optional.of(Cause.reported(today, "bump failed")), Optional.empty());
        var state = StateToday.of(triggered, Rhythm.SHIPPED, today);
        assertThat(state.word()).isEqualTo(DetectorState.DUE);
        assertThat(state.reason()).isEqualTo("Due at once: bump failed.");
        assertThat(state.due().working().inputs()).extracting("value").contains("bump failed", "2026-03-28");
    }

    @Test
    void withoutTodaysBumpItIsNotReadyUnlessTheHouseDoesNotAsk() {
        var today = LAST.plusDays(3);
        var yesterday = facts(Optional.empty(), Optional.empty(), Optional.of(today.minusDays(1)));
        assertThat(StateToday.of(yesterday, Rhythm.SHIPPED, today).word()).isEqualTo(DetectorState.BUMP_FIRST);
        assertThat(StateToday.of(yesterday, new Rhythm(0, 7), today).word()).isEqualTo(DetectorState.READY);
    }

    @Property
    void aStateHoldsThroughTheDayItNamesAndNotTheNext(@ForAll @IntRange(min = 0, max = 60) int day) {
        var today = LAST.plusDays(day);
        var facts = facts(Optional.empty(), Optional.empty(), Optional.of(today));
        var state = StateToday.of(facts, Rhythm.SHIPPED, today);
        if (state.validThrough().equals(LocalDate.MAX)) {
            assertThat(StateToday.of(facts, Rhythm.SHIPPED, today.plusYears(1)).word())
                    .isEqualTo(state.word());
        } else {
            assertThat(StateToday.of(facts, Rhythm.SHIPPED, state.validThrough())
                            .word())
                    .isEqualTo(state.word());
            assertThat(StateToday.of(facts, Rhythm.SHIPPED, state.validThrough().plusDays(1))
                            .word())
                    .isNotEqualTo(state.word());
        }
    }

    @Property
    void theNextDueDayIsLaterAndWithinTheCap(
            @ForAll @IntRange(min = 1, max = 60) int months,
            @ForAll @IntRange(min = 1, max = 2000) int cap,
            @ForAll @IntRange(min = 0, max = 800) int offset) {
        var last = LAST.plusDays(offset);
        var due = new IntervalRule.EveryMonths(months, cap).nextDue(last).date();
        assertThat(due).isAfter(last).isBeforeOrEqualTo(last.plusDays(cap));
    }
}
