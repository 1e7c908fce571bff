package onward.sentry.core.shelf;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import onward.sentry.core.card.Job;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.cylinder.CylinderCheck;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.core.gas.Component;
import onward.sentry.core.gas.Concentration;
import onward.sentry.core.gas.Mixture;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.run.Fixtures;
import onward.sentry.core.shelf.Comparison.Pair;
import org.junit.jupiter.api.Test;

class ComparisonTest {

    private static Cylinder carbonMonoxide(double ppm, double uncertainty) {
        return of(new Component("carbon-monoxide", Concentration.of(ppm, Unit.PPM), uncertainty));
    }

    private static Cylinder of(Component... components) {
        var mix = Fixtures.houseMix();
        return new Cylinder(
                "C",
                "L",
                new Mixture(List.of(components), "air"),
                mix.madeOn(),
                mix.useBefore(),
                58,
                35,
                30,
                CylinderState.NEW);
    }

    private static Comparison compared(Cylinder outgoing, Cylinder incoming, double read, double then) {
        return Comparison.of(Fixtures.quoin4(), outgoing, incoming, Map.of(3, new Pair(read, then)));
    }

    @Test
    void theReadingsStandAsTheLabelsWithinTheUncertaintyOfBoth() {
        var off = compared(carbonMonoxide(80, 0.02), carbonMonoxide(80, 0.02), 79, 76)
                .lines()
                .get(0);
        assertThat(100 * off.off()).isCloseTo(-3.80, within(0.01));
        assertThat(100 * off.allowed()).isCloseTo(2.97, within(0.01));
        assertThat(off.agrees()).isFalse();
        assertThat(off.working().result()).isEqualTo("-3.8 % → does not agree");

        assertThat(compared(carbonMonoxide(80, 0.02), carbonMonoxide(100, 0.02), 79, 98.5)
                        .agrees())
                .as("another strength, in proportion")
                .isTrue();
    }

    @Test
    void aGasThatCannotBeComparedIsNamedAndNothingSharedIsRefused() {
        var both = of(
                new Component("carbon-monoxide", Concentration.of(80, Unit.PPM), 0.02),
                new Component("hydrogen-sulfide", Concentration.of(15, Unit.PPM), 0.05));
        assertThat(compared(carbonMonoxide(80, 0.02), both, 79, 79).uncompared())
                .containsExactly("Hydrogen sulfide");
        var sulfide = of(new Component("hydrogen-sulfide", Concentration.of(15, Unit.PPM), 0.05));
        assertThatThrownBy(() -> compared(carbonMonoxide(80, 0.02), sulfide, 79, 79))
                .hasMessageContaining("No sensor of this detector reads a gas that both cylinders hold");
        assertThatThrownBy(() -> compared(carbonMonoxide(80, 0.02), carbonMonoxide(80, 0.02), 0, 79))
                .hasMessageContaining("Carbon monoxide needs a reading above 0");
    }

    @Test
    void untilItIsComparedItSetsNothingButMayBumpWithAWarning() {
        var incoming = Fixtures.houseMix().withState(CylinderState.NEW);
        var sets = SuitabilityTest.demands(Job.CALIBRATION).stream()
                .filter(demand -> demand.wanted().stream().anyMatch(wanted -> wanted.sets()))
                .findFirst()
                .orElseThrow();
        assertThat(CylinderCheck.of(incoming, sets).refusals())
                .extracting(refusal -> refusal.code())
                .containsExactly("cylinder-not-compared");
        var bump = SuitabilityTest.demands(Job.BUMP).get(0);
        assertThat(CylinderCheck.of(incoming, bump).allowed()).isTrue();
        assertThat(CylinderCheck.of(incoming, bump).warnings())
                .extracting(warning -> warning.code())
                .contains("cylinder-not-compared");
    }

    @Property(tries = 200)
    void whichOneCameFirstMakesNoDifference(
            @ForAll @DoubleRange(min = 20, max = 200) double read,
            @ForAll @DoubleRange(min = 0.9, max = 1.1) double then) {
        var one = carbonMonoxide(80, 0.02);
        var other = carbonMonoxide(100, 0.01);
        var there = compared(one, other, read, read * then * 100 / 80).lines().get(0);
        var back = compared(other, one, read * then * 100 / 80, read).lines().get(0);
        assertThat((1 + there.off()) * (1 + back.off())).isCloseTo(1, within(1e-9));
        assertThat(there.allowed()).isCloseTo(back.allowed(), within(1e-9));
    }
}
