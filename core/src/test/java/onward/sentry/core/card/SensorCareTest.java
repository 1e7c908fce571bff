package onward.sentry.core.card;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.Optional;
import onward.sentry.core.detector.Technology;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.run.Fixtures;
import onward.sentry.core.schedule.CareKind;
import onward.sentry.core.working.Refused;
import org.junit.jupiter.api.Test;

class SensorCareTest {

    private static final LocalDate DAY = LocalDate.of(2026, 3, 2);

    @Test
    void aDetectorWithoutBiasOrLampAsksForNothing() {
        assertThat(SensorCare.of(Fixtures.quoin4())).isEmpty();
    }

    @Test
    void aBiasedSensorSettlesForADayAfterItWasFitted() {
        assertThat(SensorCare.settledOn(Technology.BIASED_ELECTROCHEMICAL, DAY)).isEqualTo(DAY.plusDays(1));
        assertThat(SensorCare.settledOn(Technology.ELECTROCHEMICAL, DAY)).isEqualTo(DAY);
    }

    @Test
    void aBiasedSensorIsNotCalibratedOnTheDayItWasFitted() {
        var biased =
                Fixtures.sensor(1, "nitric-oxide", Technology.BIASED_ELECTROCHEMICAL, Unit.PPM, 100, 0.5, 25, 30, 50);
        assertThatThrownBy(() -> SensorCare.checkSettled(biased, DAY, DAY))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("Nitric oxide was fitted on 2026-03-02");
        assertThatCode(() -> SensorCare.checkSettled(biased, DAY, DAY.plusDays(1)))
                .doesNotThrowAnyException();
        assertThatCode(() -> SensorCare.checkSettled(Fixtures.quoin4().sensor(3), DAY, DAY))
                .doesNotThrowAnyException();
    }

    @Test
    void careComesRoundFromWhenItWasDoneOrTheDetectorCame() {
        assertThat(CareKind.BATTERY.next(Optional.of(DAY), DAY.minusYears(1))).isEqualTo(LocalDate.of(2026, 4, 1));
        assertThat(CareKind.LAMP.next(Optional.empty(), DAY)).isEqualTo(LocalDate.of(2026, 5, 31));
    }
}
