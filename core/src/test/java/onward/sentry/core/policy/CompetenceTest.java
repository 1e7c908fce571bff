package onward.sentry.core.policy;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.Optional;
import onward.sentry.core.working.Refused;
import org.junit.jupiter.api.Test;

class CompetenceTest {

    private static final LocalDate DAY = LocalDate.of(2026, 3, 2);

    @Test
    void itHoldsThroughItsLastDay() {
        var competence = new Competence(" breath alcohol ", Optional.of(DAY));
        assertThat(competence.name()).isEqualTo("breath alcohol");
        assertThat(competence.holdsOn(DAY.minusYears(1))).isTrue();
        assertThat(competence.holdsOn(DAY)).isTrue();
        assertThat(competence.holdsOn(DAY.plusDays(1))).isFalse();
    }

    @Test
    void withoutAnEndItHoldsForGood() {
        assertThat(new Competence("breath alcohol", Optional.empty()).holdsOn(DAY.plusYears(50)))
                .isTrue();
    }

    @Test
    void itHasANameThatACardCanAskFor() {
        assertThatThrownBy(() -> new Competence("  ", Optional.empty()))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("1 to 60 characters");
        assertThatThrownBy(() -> new Competence("x".repeat(61), Optional.empty()))
                .hasMessageContaining("not 61");
    }
}
