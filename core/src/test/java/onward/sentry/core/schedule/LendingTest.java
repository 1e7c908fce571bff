package onward.sentry.core.schedule;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import onward.sentry.core.working.Refused;
import org.junit.jupiter.api.Test;

class LendingTest {

    private static final LocalDate LENT = LocalDate.of(2026, 3, 2);
    private static final LocalDate BACK = LocalDate.of(2026, 3, 9);
    private static final LocalDate DUE = LocalDate.of(2026, 3, 20);

    private static StateToday on(LocalDate today, Optional<String> hold) {
        var facts = new DetectorFacts(
                false,
                Optional.empty(),
                hold,
                Optional.of(new Lending("Quarry crew", LENT, Optional.of(BACK))),
                List.of(new SensorDates(1, LENT.minusYears(1), Optional.of(DUE.minusDays(30)))),
                Causes.NONE,
                List.of(),
                new IntervalRule.EveryDays(30));
        return StateToday.of(facts, Rhythm.SHIPPED, today);
    }

    private static StateToday on(LocalDate today) {
        return on(today, Optional.empty());
    }

    @Test
    void whatIsOutSaysWithWhomAndUntilWhen() {
        var state = on(LENT);
        assertThat(state.word()).isEqualTo(DetectorState.OUT);
        assertThat(state.reason()).isEqualTo("With Quarry crew since 2026-03-02, back by 2026-03-09.");
        assertThat(state.validThrough()).isEqualTo(BACK);
    }

    @Test
    void whatFallsDueOutThereIsCalledBack() {
        assertThat(on(BACK.plusDays(1)).reason()).contains("was to be back by 2026-03-09");
        assertThat(on(BACK.plusDays(1)).validThrough()).isEqualTo(DUE.minusDays(1));
        assertThat(on(DUE).reason()).contains("Due today: call it back.");
        assertThat(on(DUE).validThrough()).isEqualTo(DUE);
        assertThat(on(DUE.plusDays(1)).reason()).contains("Overdue since 2026-03-20: call it back");
        assertThat(on(DUE.plusDays(1)).usable()).isFalse();
    }

    @Test
    void aHoldComesFirst() {
        assertThat(on(LENT, Optional.of("CO failed.")).word()).isEqualTo(DetectorState.ON_HOLD);
    }

    @Test
    void nobodyAndADayBeforeItGoesOutAreRefused() {
        assertThatThrownBy(() -> new Lending(" ", LENT, Optional.empty()))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("with whom");
        assertThatThrownBy(() -> new Lending("Quarry crew", LENT, Optional.of(LENT.minusDays(1))))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("2026-03-01");
    }
}
