package onward.sentry.core.schedule;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class TriggerCauseTest {

    private static final LocalDate TODAY = LocalDate.of(2026, 3, 2);

    @Test
    void whatWasSeenMakesADetectorDueTodayInItsOwnWords() {
        var trigger = TriggerCause.DROPPED.on(TODAY, " off the quay ");
        assertThat(trigger).isEqualTo(Cause.reported(TODAY, "dropped or hit: off the quay"));
        assertThat(TriggerCause.MOVED.on(TODAY, "").words()).isEqualTo("moved over 300 m in altitude");
        var facts = new DetectorFacts(
                false,
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                List.of(new SensorDates(1, TODAY.minusYears(1), Optional.of(TODAY.minusDays(3)))),
                Causes.of(List.of(trigger)),
                List.of(),
                new IntervalRule.EveryDays(90));
        var state = StateToday.of(facts, Rhythm.SHIPPED, TODAY);
        assertThat(state.word()).isEqualTo(DetectorState.DUE);
        assertThat(state.reason()).isEqualTo("Due at once: dropped or hit: off the quay.");
        assertThat(StateToday.of(facts, Rhythm.SHIPPED, TODAY.plusDays(1)).word())
                .isEqualTo(DetectorState.OVERDUE);
    }

    @Test
    void aRemarkIsShort() {
        assertThatThrownBy(() -> TriggerCause.DROPPED.on(TODAY, "x".repeat(201)))
                .hasMessageContaining("at most 200 characters, this one has 201");
    }
}
