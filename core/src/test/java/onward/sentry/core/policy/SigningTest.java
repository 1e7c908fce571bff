package onward.sentry.core.policy;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.util.Optional;
import onward.sentry.core.policy.Signing.Proof;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SigningTest {

    private static final Instant AT = Instant.parse("2026-03-02T08:00:00Z");

    private static boolean wanted(Proof proof, long secondsSince) {
        return new Signing(proof, 15, false).isWanted(Optional.of(AT), AT.plusSeconds(secondsSince));
    }

    @Test
    void aProofHoldsForAQuarterOfAnHourForOneSignatureOrIsNeverAskedFor() {
        assertThat(wanted(Proof.RECENT, 900)).isFalse();
        assertThat(wanted(Proof.RECENT, 901)).isTrue();
        assertThat(wanted(Proof.EACH, 60)).isFalse();
        assertThat(wanted(Proof.EACH, 61)).isTrue();
        assertThat(wanted(Proof.SESSION, 1_000_000)).isFalse();
        assertThat(new Signing(Proof.EACH, 0, false).countsForOneSignature()).isTrue();
        assertThat(Signing.SHIPPED.countsForOneSignature()).isFalse();
    }

    @Test
    void noProofAndOneFromTheFutureAreNone() {
        assertThat(Signing.SHIPPED.isWanted(Optional.empty(), AT)).isTrue();
        assertThat(wanted(Proof.RECENT, -1)).isTrue();
    }

    @Test
    void aDeviceThatLocksAfterFiveHoursIsRefused() {
        assertThatThrownBy(() -> new Signing(Proof.RECENT, 241, false)).hasMessageContaining("not 241");
    }

    @ParameterizedTest
    @ValueSource(strings = {"7394", "13579", "90210", "12354"})
    void aPinThatIsNotTriedFirstIsTaken(String pin) {
        assertThatCode(() -> Pin.check(pin)).doesNotThrowAnyException();
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "123", "123456789", "25a0", "2 580", "0000", "1234", "8765432"})
    void anyOtherIsRefused(String pin) {
        assertThatThrownBy(() -> Pin.check(pin)).isInstanceOf(onward.sentry.core.working.Refused.class);
    }
}
