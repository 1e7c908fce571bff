package onward.sentry.core.shelf;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import onward.sentry.core.card.Job;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.cylinder.GasDemand;
import onward.sentry.core.gas.Component;
import onward.sentry.core.gas.Concentration;
import onward.sentry.core.gas.Mixture;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.run.Fixtures;
import onward.sentry.core.run.GasDemands;
import org.junit.jupiter.api.Test;

class GasReadyTest {

    private static final LocalDate LATER = Fixtures.TODAY.plusDays(300);
    private static final GasDemand CALIBRATION = GasDemands.of(
                    Fixtures.quoin4(), Job.CALIBRATION, SitePolicy.SHIPPED, Fixtures.TODAY)
            .get(0);

    @Test
    void asManyCylindersAsTheWholeGroupTakesAreNamed() {
        // 72 L full at 40 bar, reserve 3.6 L: 8 bar are 14.4 L, of which 10.8 serve 9 jobs of 1.2 L.
        var shelf = List.of(SuitabilityTest.house("B", LATER.plusDays(1), 30), SuitabilityTest.house("A", LATER, 8));
        var ready = GasReady.of(CALIBRATION, 20, shelf);
        assertThat(ready.cylinders()).extracting(taken -> taken.tagged().tag()).containsExactly("A", "B");
        assertThat(ready.cylinders()).extracting(GasReady.Taken::jobs).containsExactly(9L, 11L);
        assertThat(ready.cylinders().get(0).litres()).isCloseTo(9 * 1.2, within(1e-9));
        assertThat(ready.litres()).isCloseTo(24, within(1e-9));
        assertThat(ready.uncovered()).isZero();
        assertThat(GasReady.of(CALIBRATION, 200, shelf).uncovered()).isEqualTo(200 - 9 - 42);
    }

    @Test
    void aMixThatNeedsASetPointChangedIsNoStock() {
        var mix = Fixtures.houseMix();
        var wrong = new Cylinder(
                "C",
                "L",
                new Mixture(
                        List.of(
                                new Component("methane", Concentration.of(2.5, Unit.VOL_PERCENT), 0.02),
                                new Component("oxygen", Concentration.of(16, Unit.VOL_PERCENT), 0.01),
                                new Component("carbon-monoxide", Concentration.of(80, Unit.PPM), 0.02),
                                new Component("hydrogen-sulfide", Concentration.of(15, Unit.PPM), 0.05)),
                        "nitrogen"),
                mix.madeOn(),
                mix.useBefore(),
                72,
                40,
                40,
                mix.state());
        var ready = GasReady.of(CALIBRATION, 5, List.of(new Tagged("WRONG", wrong)));
        assertThat(ready.cylinders()).isEmpty();
        assertThat(ready.uncovered()).isEqualTo(5);
        var forecast = ShelfForecast.of(
                List.of(new Tagged("WRONG", wrong)),
                PlannedWork.of(Fixtures.quoin4(), Job.CALIBRATION, SitePolicy.SHIPPED, Fixtures.TODAY, 5),
                0.05,
                14,
                LATER);
        assertThat(forecast.shortages())
                .as("the forecast does not count it either")
                .isNotEmpty();
        assertThat(forecast.cylinders().get(0).planned()).isZero();
    }

    @Property(tries = 100)
    void jobsAreNeitherLostNorServedTwice(
            @ForAll @Size(max = 5) List<@DoubleRange(min = 0, max = 40) Double> gauges,
            @ForAll @IntRange(max = 120) int jobs) {
        var shelf = new ArrayList<Tagged>();
        for (int i = 0; i < gauges.size(); i++) {
            shelf.add(SuitabilityTest.house("C" + i, LATER, gauges.get(i)));
        }
        var ready = GasReady.of(CALIBRATION, jobs, shelf);
        long served = ready.cylinders().stream().mapToLong(GasReady.Taken::jobs).sum();
        assertThat(served + ready.uncovered()).isEqualTo(jobs);
        assertThat(ready.cylinders())
                .allMatch(taken -> taken.litres() <= taken.tagged().cylinder().litresLeft() - 0.05 * 72 + 1e-9);
    }
}
