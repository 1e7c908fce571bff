package onward.sentry.core.judge;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import onward.sentry.core.working.Refused;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class VerdictTest {

    @ParameterizedTest
    @EnumSource
    void everyVerdictIsReadBackFromItsWord(Verdict verdict) {
        assertThat(Verdict.labelled(verdict.label())).isEqualTo(verdict);
        assertThat(Verdict.labelled(" " + verdict.label() + " ")).isEqualTo(verdict);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "passed", "PASS", "notjudged"})
    void anyOtherWordIsRefusedWithTheFourThatThereAre(String word) {
        assertThatThrownBy(() -> Verdict.labelled(word)).isInstanceOfSatisfying(Refused.class, refused -> {
            assertThat(refused.refusal().field()).isEqualTo("verdict");
            assertThat(refused.refusal().wayOut()).contains("pass, marginal, not judged, fail");
        });
    }

    @Test
    void theWorseOfTwoIsTheSameWhicheverIsAsked() {
        for (var one : Verdict.values()) {
            for (var other : Verdict.values()) {
                assertThat(one.worse(other)).isEqualTo(other.worse(one));
                assertThat(one.worse(other)).isIn(one, other);
            }
        }
        assertThat(Verdict.PASS.worse(Verdict.FAIL)).isEqualTo(Verdict.FAIL);
    }
}
