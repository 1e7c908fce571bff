package onward.sentry.core.schedule;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import onward.sentry.core.working.Refused;
import org.junit.jupiter.api.Test;

class StatusChangeTest {

    private static final LocalDate MONDAY = LocalDate.of(2026, 3, 2);
    private static final Optional<Away> HERE = Optional.empty();
    private static final Optional<Away> LOST = Optional.of(new Away(Away.Reason.LOST, MONDAY, "last seen on the quay"));
    private static final Optional<Away> REPAIR = Optional.of(new Away(Away.Reason.IN_REPAIR, MONDAY, "Holm workshop"));

    private static void refused(String code, StatusChange change, boolean retired, Optional<Away> away, String remark) {
        assertThatThrownBy(() -> change.check(retired, away, remark))
                .isInstanceOfSatisfying(
                        Refused.class,
                        refused -> assertThat(refused.refusal().code()).isEqualTo(code));
    }

    @Test
    void whatIsTakenAwayNeedsAReasonAndWhatComesBackDoesNot() {
        refused("remark-missing", StatusChange.HOLD, false, HERE, " ");
        refused("remark-missing", StatusChange.RETIRE, false, HERE, "");
        refused("remark-long", StatusChange.HOLD, false, HERE, "x".repeat(201));
        StatusChange.RECEIVE_FROM_REPAIR.check(false, REPAIR, "");
        StatusChange.REPORT_FOUND.check(false, LOST, "");
    }

    @Test
    void aChangeThatDoesNotFitTheStatusIsRefused() {
        refused("not-in-repair", StatusChange.RECEIVE_FROM_REPAIR, false, LOST, "");
        refused("not-lost", StatusChange.REPORT_FOUND, false, REPAIR, "");
        refused("already-away", StatusChange.SEND_FOR_REPAIR, false, LOST, "x");
        refused("already-away", StatusChange.REPORT_LOST, false, LOST, "x");
        refused("not-retired", StatusChange.REINSTATE, false, HERE, "");
        refused("detector-retired", StatusChange.HOLD, true, HERE, "x");
        StatusChange.REPORT_LOST.check(false, REPAIR, "the workshop cannot find it");
    }

    @Property
    void whateverBringsADetectorBackMakesItDueAndWhateverTakesItAwayDoesNot(@ForAll StatusChange change) {
        boolean back = List.of(StatusChange.RECEIVE_FROM_REPAIR, StatusChange.REPORT_FOUND, StatusChange.REINSTATE)
                .contains(change);
        assertThat(change.dueCause(MONDAY, "").isPresent()).isEqualTo(back);
        assertThat(back && change.away(LOST, MONDAY, "").isPresent()).isFalse();
    }

    @Test
    void lostOutranksAHoldAndSaysSinceWhenAndWhere() {
        var facts = new DetectorFacts(
                false,
                LOST,
                Optional.of("CO failed."),
                Optional.empty(),
                List.of(new SensorDates(1, MONDAY, Optional.of(MONDAY))),
                Causes.NONE,
                List.of(),
                new IntervalRule.EveryMonths(1, 60));
        var state = StateToday.of(facts, Rhythm.SHIPPED, MONDAY);
        assertThat(state.word()).isEqualTo(DetectorState.LOST);
        assertThat(state.usable()).isFalse();
        assertThat(state.reason()).isEqualTo("Reported lost on 2026-03-02: last seen on the quay.");
        assertThat(state.word().mayBePutOnBench()).isFalse();
    }

    @Test
    void aFittingDayLiesBetweenTheSensorBeforeAndTheFirstResult() {
        var before = Optional.of(MONDAY.minusDays(30));
        var first = Optional.of(MONDAY.minusDays(5));
        FittingDate.check(MONDAY.minusDays(5), MONDAY, before, first, "label");
        FittingDate.check(MONDAY.minusDays(30), MONDAY, before, first, "label");
        for (var day : List.of(MONDAY.minusDays(4), MONDAY.minusDays(31), MONDAY.plusDays(1))) {
            assertThatThrownBy(() -> FittingDate.check(day, MONDAY, before, first, "label"))
                    .isInstanceOf(Refused.class);
        }
    }
}
