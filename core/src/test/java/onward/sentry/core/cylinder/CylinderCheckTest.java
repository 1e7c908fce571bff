package onward.sentry.core.cylinder;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import onward.sentry.core.card.AcceptRule;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.Purpose;
import onward.sentry.core.card.Step;
import onward.sentry.core.card.Target;
import onward.sentry.core.gas.Component;
import onward.sentry.core.gas.Concentration;
import onward.sentry.core.gas.Mixture;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.run.Fixtures;
import onward.sentry.core.run.GasDemands;
import onward.sentry.core.working.Refusal;
import org.junit.jupiter.api.Test;

class CylinderCheckTest {

    private static final LocalDate USE_BEFORE = Fixtures.houseMix().useBefore();

    private static Fitness fitness(Cylinder cylinder, LocalDate on) {
        var gas = (Step.ApplyGas) Fixtures.quoin4().calibration().get(3);
        return CylinderCheck.of(
                cylinder, GasDemands.of(Fixtures.quoin4(), Job.CALIBRATION, gas, SitePolicy.SHIPPED, on));
    }

    private static Cylinder mix(List<Component> components, double gauge, CylinderState state, String certificate) {
        var house = Fixtures.houseMix();
        return new Cylinder(
                certificate,
                "L",
                new Mixture(components, "nitrogen"),
                house.madeOn(),
                USE_BEFORE,
                house.volumeLitres(),
                house.fullBar(),
                gauge,
                state);
    }

    private static Component component(String gas, double value, Unit unit, double uncertainty) {
        return new Component(gas, Concentration.of(value, unit), uncertainty);
    }

    @Test
    void theHouseMixFitsAndItsLabelAgreesLineByLine() {
        var fitness = fitness(Fixtures.houseMix(), Fixtures.TODAY);
        assertThat(fitness.allowed()).isTrue();
        assertThat(fitness.setPointsToChange()).isEmpty();
        assertThat(fitness.label())
                .extracting(LabelLine::label)
                .containsExactly("25 %LEL", "16 vol%", "80 ppm", "15 ppm");
    }

    @Test
    void theBestComesFirstAndSpendsNoGasThatNobodyAsksFor() {
        var carbonMonoxide = component("carbon-monoxide", 80, Unit.PPM, 0.02);
        var alone = mix(List.of(carbonMonoxide), 30, CylinderState.IN_USE, "C");
        var other = mix(List.of(component("carbon-monoxide", 100, Unit.PPM, 0.02)), 30, CylinderState.IN_USE, "C");
        var held = mix(List.of(carbonMonoxide), 30, CylinderState.ON_HOLD, "C");
        var bump = new Step.ApplyGas(List.of(Target.of(3, Purpose.BUMP)), new AcceptRule.Countdown(30), 30, "");
        var demand = GasDemands.of(Fixtures.quoin4(), Job.BUMP, bump, SitePolicy.SHIPPED, Fixtures.TODAY);
        var ordered = Stream.of(held, other, Fixtures.houseMix(), alone)
                .sorted(Comparator.comparing(c -> CylinderCheck.of(c, demand), Fitness.BEST_FIRST))
                .toList();
        assertThat(ordered).containsExactly(alone, Fixtures.houseMix(), other, held);
    }

    @Test
    void theUseBeforeDateIsTheLastValidDay() {
        assertThat(fitness(Fixtures.houseMix(), USE_BEFORE).allowed()).isTrue();
        assertThat(fitness(Fixtures.houseMix(), USE_BEFORE.plusDays(1)).refusals())
                .extracting(Refusal::code)
                .containsExactly("cylinder-expired");
    }

    @Test
    void itWarnsBeforeExpiryAndInTheLastQuarterOfAReactiveMix() {
        assertThat(fitness(Fixtures.houseMix(), USE_BEFORE.minusDays(30)).warnings())
                .extracting(Refusal::code)
                .contains("cylinder-expires-soon", "cylinder-last-quarter");
        assertThat(fitness(Fixtures.houseMix(), USE_BEFORE.minusDays(31)).warnings())
                .extracting(Refusal::code)
                .doesNotContain("cylinder-expires-soon")
                .contains("cylinder-last-quarter");
    }

    @Test
    void everyReasonToRefuseIsGiven() {
        var poor = mix(
                List.of(
                        component("methane", 2.5, Unit.VOL_PERCENT, 0.02),
                        component("carbon-monoxide", 400, Unit.PPM, 0.08)),
                2,
                CylinderState.ON_HOLD,
                "");
        assertThat(fitness(poor, Fixtures.TODAY).refusals())
                .extracting(Refusal::code)
                .containsExactlyInAnyOrder(
                        "cylinder-not-in-use",
                        "cylinder-no-certificate",
                        "cylinder-too-little",
                        "cylinder-no-oxygen",
                        "cylinder-component-missing",
                        "cylinder-component-missing",
                        "cylinder-above-range");
        assertThat(fitness(poor, Fixtures.TODAY).warnings())
                .extracting(Refusal::code)
                .contains("cylinder-uncertain", "cylinder-set-point-differs");
    }

    @Test
    void aLabelThatDiffersFromTheSetPointIsSaidWithBothFigures() {
        var weaker = mix(
                List.of(
                        component("methane", 1.25, Unit.VOL_PERCENT, 0.02),
                        component("oxygen", 16, Unit.VOL_PERCENT, 0.01),
                        component("carbon-monoxide", 100, Unit.PPM, 0.02),
                        component("hydrogen-sulfide", 15, Unit.PPM, 0.05)),
                30,
                CylinderState.IN_USE,
                "C");
        var fitness = fitness(weaker, Fixtures.TODAY);
        assertThat(fitness.allowed()).isTrue();
        assertThat(fitness.setPointsToChange()).extracting(LabelLine::slot).containsExactly(3);
        assertThat(fitness.warnings())
                .extracting(Refusal::reason)
                .contains("Carbon monoxide: the label gives 100 ppm, the detector expects 80 ppm.");
    }

    @Test
    void aCylinderThatCannotBeIsRefusedWithFieldAndLimit() {
        assertThatThrownBy(() -> mix(Fixtures.houseMix().mixture().components(), 41, CylinderState.IN_USE, "C"))
                .hasMessageContaining("The gauge reads 41 bar; it must be between 0 and the full pressure, 40 bar.");
        assertThatThrownBy(() -> new Mixture(List.of(), "nitrogen")).hasMessageContaining("at least one component");
        assertThatThrownBy(() -> new Mixture(
                        List.of(component("methane", 1, Unit.PPM, 0), component("methane", 2, Unit.PPM, 0)), "air"))
                .hasMessageContaining("methane is listed twice");
    }
}
