package onward.sentry.standins.gateway;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class SuppliesTest {

    private final Supplies supplies = new Supplies();

    @Test
    void aCylinderGivesWhatIsInItAndNoMore() {
        supplies.hold("HM-01", 1.0);
        assertThat(supplies.draw("HM-01", 0.6)).isTrue();
        assertThat(supplies.draw("HM-01", 0.6)).isFalse();
        assertThat(supplies.draw("HM-01", 0.1)).isFalse();
        supplies.hold("HM-01", 60);
        assertThat(supplies.draw("HM-01", 0.6)).as("another look at the gauge").isTrue();
    }

    @Test
    void oneThatNobodyHasMeasuredGoesOnGiving() {
        assertThat(supplies.draw("CO-01", 500)).isTrue();
    }
}
