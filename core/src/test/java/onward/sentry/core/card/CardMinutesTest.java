package onward.sentry.core.card;

import static org.assertj.core.api.Assertions.assertThat;

import onward.sentry.core.run.Fixtures;
import org.junit.jupiter.api.Test;

class CardMinutesTest {

    /** Six steps of 20 s; 30 s to warm up, 15 to 60 s of zero, 30 to 150 s of gas, up to 180 s to clear down: 367.5 s. */
    @Test
    void aCalibrationTakesItsWaitsAndHandsRoundedUp() {
        assertThat(CardMinutes.of(Fixtures.quoin4(), Job.CALIBRATION)).isEqualTo(7);
    }

    /** Three steps of 20 s, 5 to 60 s of gas, up to 180 s to clear down: 182.5 s. */
    @Test
    void aBumpIsShorter() {
        assertThat(CardMinutes.of(Fixtures.quoin4(), Job.BUMP)).isEqualTo(4);
    }
}
