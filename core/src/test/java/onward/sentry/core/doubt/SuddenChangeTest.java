package onward.sentry.core.doubt;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.run.Fixtures;
import onward.sentry.core.working.Refused;
import org.junit.jupiter.api.Test;

class SuddenChangeTest {

    private static final SensorSpec MONOXIDE = Fixtures.quoin4().sensor(3);

    @Test
    void tenPointsExactlyAreNoneAndMoreAre() {
        var trend = new OwnTrend(88, 1.5);
        assertThat(SuddenChange.of(MONOXIDE, 78, 2, trend)).isEmpty();
        var doubt = SuddenChange.of(MONOXIDE, 77.9, 2, trend).orElseThrow();
        assertThat(doubt.slots()).containsExactly(3);
        assertThat(doubt.percent()).isEqualTo(77.9);
        assertThat(doubt.low()).isEqualTo(85);
        assertThat(doubt.high()).isEqualTo(91);
        assertThat(doubt.working().result()).isEqualTo("-10.1 points from its trend");
        assertThat(doubt.words()).isEqualTo("a response of 78 % where its own trend says 88 %");
    }

    @Test
    void itGoesBothWays() {
        assertThat(SuddenChange.of(MONOXIDE, 101, 2, new OwnTrend(88, 1.5))).isPresent();
    }

    @Test
    void threeTimesWhatItIsUncertainByIsNotYetSudden() {
        assertThat(SuddenChange.of(MONOXIDE, 73, 4, new OwnTrend(88, 3))).isEmpty();
        assertThat(SuddenChange.of(MONOXIDE, 72.9, 4, new OwnTrend(88, 3))).isPresent();
    }

    @Test
    void aTrendWithoutUncertaintyIsNone() {
        assertThatThrownBy(() -> new OwnTrend(88, 0))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("uncertainty");
        assertThatThrownBy(() -> new OwnTrend(Double.NaN, 1)).isInstanceOf(Refused.class);
    }
}
