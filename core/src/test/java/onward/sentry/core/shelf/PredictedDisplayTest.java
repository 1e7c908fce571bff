package onward.sentry.core.shelf;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import onward.sentry.core.card.AcceptRule;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.Purpose;
import onward.sentry.core.card.RetryPolicy;
import onward.sentry.core.card.Step;
import onward.sentry.core.card.Target;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.cylinder.CylinderCheck;
import onward.sentry.core.detector.ReadingMode;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.gas.CatalyticResponse;
import onward.sentry.core.gas.Component;
import onward.sentry.core.gas.Concentration;
import onward.sentry.core.gas.GasLibrary;
import onward.sentry.core.gas.LelBasis;
import onward.sentry.core.gas.Mixture;
import onward.sentry.core.gas.SiteFigures;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.run.Fixtures;
import onward.sentry.core.run.GasDemands;
import onward.sentry.core.working.Figures;
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

    @Test
    void aBeadThatReadsAsPentaneIsPredictedAndLabelledByItsFactor() {
        var plain = Fixtures.quoin4().sensor(1);
        var bead = new SensorSpec(
                1,
                "methane",
                plain.technology(),
                plain.unit(),
                100,
                1,
                plain.alarms(),
                20,
                58,
                ReadingMode.RAW,
                Optional.of("n-pentane"),
                false,
                OptionalInt.empty());
        var card = Fixtures.quoin4();
        var pentane = new ProcedureCard(
                card.model(),
                1,
                LelBasis.HANDBOOK,
                List.of(bead),
                0.5,
                1.2,
                0.6,
                50,
                card.interval(),
                RetryPolicy.USUAL,
                List.of(new Step.ApplyGas(
                        List.of(Target.of(1, Purpose.SPAN)), new AcceptRule.StableOrDeadline(30, 150), 60, "")),
                List.of(new Step.ApplyGas(
                        List.of(Target.of(1, Purpose.BUMP)), new AcceptRule.OnStability(5, 60), 45, "")));
        var gas = mix("air", new Component("methane", Concentration.of(1.45, Unit.VOL_PERCENT), 0.02));
        double factor = new CatalyticResponse(LelBasis.HANDBOOK)
                .factor(GasLibrary.shipped().gas("n-pentane"));
        var shown = PredictedDisplay.of(pentane, gas, SiteFigures.NONE).get(0);
        assertThat(shown.shown()).isCloseTo(29 * factor, within(1e-9));
        assertThat(shown.working().toString()).contains("read as n-pentane, factor");

        var cylinder = Fixtures.houseMix();
        var air = new Cylinder("C", "L", gas, cylinder.madeOn(), cylinder.useBefore(), 72, 40, 30, cylinder.state());
        var demand = GasDemands.of(pentane, Job.CALIBRATION, SitePolicy.SHIPPED, Fixtures.TODAY)
                .get(0);
        assertThat(CylinderCheck.of(air, demand).label().get(0).label())
                .isEqualTo("methane 1.45 vol%, read as n-pentane " + Figures.upTo(29 * factor, 1) + " %LEL, factor "
                        + Figures.at(factor, 0.01));
    }
}
