package onward.sentry.core.shelf;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import onward.sentry.core.gas.Component;
import onward.sentry.core.gas.Concentration;
import onward.sentry.core.gas.Mixture;
import onward.sentry.core.gas.SiteFigures;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.run.Fixtures;
import org.junit.jupiter.api.Test;

class PredictedDisplayTest {

    private static PredictedDisplay on(int slot, Mixture mixture) {
        return PredictedDisplay.of(Fixtures.quoin4(), mixture, SiteFigures.NONE).stream()
                .filter(one -> one.sensor().slot() == slot)
                .findFirst()
                .orElseThrow();
    }

    private static Mixture mix(String balance, Component... parts) {
        return new Mixture(List.of(parts), balance);
    }

    @Test
    void theHouseMixShowsItsLabelAndALittleSulfideOnTheCarbonMonoxideCell() {
        var house = Fixtures.houseMix().mixture();
        assertThat(on(1, house).shown()).isCloseTo(25, within(1e-9));
        assertThat(on(2, house).shown()).isCloseTo(16, within(1e-9));
        assertThat(on(3, house).own()).isCloseTo(80, within(1e-9));
        assertThat(on(3, house).fromOthers()).isCloseTo(0.45, within(1e-9));
        assertThat(on(3, house).isMoved()).isFalse();
    }

    @Test
    void hydrogenAloneShowsOnTheCarbonMonoxideCellAndNothingElse() {
        var hydrogen = mix("air", new Component("hydrogen", Concentration.of(200, Unit.PPM), 0.02));
        assertThat(on(3, hydrogen).own()).isZero();
        assertThat(on(3, hydrogen).isMoved()).isTrue();
        assertThat(on(3, hydrogen).shown()).isPositive();
        assertThat(on(2, hydrogen).shown()).as("oxygen of the air").isCloseTo(20.9, within(1e-9));
    }

    @Test
    void withoutOxygenInNitrogenTheOxygenSensorFallsToZero() {
        var methane = mix("nitrogen", new Component("methane", Concentration.of(1.25, Unit.VOL_PERCENT), 0.02));
        assertThat(on(2, methane).shown()).isZero();
        assertThat(on(3, methane).shown()).isZero();
    }
}
