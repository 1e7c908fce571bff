package onward.sentry.core.cylinder;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.stream.Stream;
import onward.sentry.core.run.Fixtures;
import org.junit.jupiter.api.Test;

class UseStatusTest {

    private static UseStatus status(CylinderState state, long daysLeft) {
        var mix = Fixtures.houseMix();
        var cylinder = new Cylinder(
                mix.certificateNumber(),
                mix.lot(),
                mix.mixture(),
                mix.madeOn(),
                mix.useBefore(),
                mix.volumeLitres(),
                mix.fullBar(),
                mix.gaugeBar(),
                state);
        LocalDate on = mix.useBefore().minusDays(daysLeft);
        return UseStatus.of(cylinder, on, 30);
    }

    @Test
    void anExpiryDateCountsToItsEnd() {
        assertThat(status(CylinderState.IN_USE, 31)).isEqualTo(UseStatus.IN_DATE);
        assertThat(status(CylinderState.IN_USE, 30)).isEqualTo(UseStatus.EXPIRES_SOON);
        assertThat(status(CylinderState.IN_USE, 0)).isEqualTo(UseStatus.EXPIRES_SOON);
        assertThat(status(CylinderState.IN_USE, -1)).isEqualTo(UseStatus.EXPIRED);
        assertThat(status(CylinderState.NEW, 5)).isEqualTo(UseStatus.NEW);
        assertThat(status(CylinderState.NEW, -1)).isEqualTo(UseStatus.EXPIRED);
    }

    @Test
    void whatIsNotToBeUsedSaysWhyWhateverItsDate() {
        assertThat(Stream.of(CylinderState.EMPTY, CylinderState.ON_HOLD, CylinderState.RETURNED)
                        .map(state -> status(state, -100)))
                .containsExactly(UseStatus.EMPTY, UseStatus.ON_HOLD, UseStatus.RETURNED);
    }
}
