package onward.sentry.core.shelf;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.OptionalInt;
import onward.sentry.core.card.AcceptRule;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.Purpose;
import onward.sentry.core.card.Step;
import onward.sentry.core.card.Target;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.cylinder.LabelLine;
import onward.sentry.core.gas.Component;
import onward.sentry.core.gas.Concentration;
import onward.sentry.core.gas.Mixture;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.run.Fixtures;
import org.junit.jupiter.api.Test;

class BumpPassTest {

    /** CO and H₂S are bumped one after the other. */
    private static final ProcedureCard IN_TWO = Fixtures.quoin4Bumping(List.of(apply(3), apply(4)));

    private static Step apply(int slot) {
        return new Step.ApplyGas(List.of(Target.of(slot, Purpose.BUMP)), new AcceptRule.OnStability(5, 60), 45, "");
    }

    private static Cylinder of(Component... parts) {
        var mix = Fixtures.houseMix();
        return new Cylinder(
                mix.certificateNumber(),
                mix.lot(),
                new Mixture(List.of(parts), "nitrogen"),
                mix.madeOn(),
                mix.useBefore(),
                mix.volumeLitres(),
                mix.fullBar(),
                mix.gaugeBar(),
                mix.state());
    }

    private static BumpPass pass(ProcedureCard card, List<Integer> waiting, Cylinder cylinder) {
        return BumpPass.of(card, waiting, SitePolicy.SHIPPED, Fixtures.TODAY, cylinder);
    }

    private static final Cylinder CARBON_MONOXIDE =
            of(new Component("carbon-monoxide", Concentration.of(80, Unit.PPM), 0.02));

    @Test
    void aCylinderThatHoldsAllGasesBumpsAllInOnePass() {
        var pass = pass(IN_TWO, List.of(3, 4), Fixtures.houseMix());
        assertThat(pass.slots()).containsExactly(3, 4);
        assertThat(pass.others()).isEmpty();
        assertThat(pass.refusal()).isEmpty();
        assertThat(pass.label()).extracting(LabelLine::expected).containsExactly(80.0, 15.0);
    }

    @Test
    void aCylinderOfOneGasBumpsItsSensorAndLeavesTheOther() {
        var pass = pass(IN_TWO, List.of(3, 4), CARBON_MONOXIDE);
        assertThat(pass.slots()).containsExactly(3);
        assertThat(pass.others()).containsExactly(4);
        assertThat(pass.label()).extracting(LabelLine::slot).containsExactly(3);
        assertThat(pass.refusal()).isEmpty();
        assertThat(pass(IN_TWO, List.of(3), CARBON_MONOXIDE).others())
                .as("hydrogen sulfide does not wait")
                .isEmpty();
    }

    @Test
    void whatOneApplicationBringsTogetherIsNotBumpedInParts() {
        var pass = pass(Fixtures.quoin4(), List.of(3, 4), CARBON_MONOXIDE);
        assertThat(pass.slots()).isEmpty();
        assertThat(pass.refusal().orElseThrow().reason()).contains("hydrogen sulfide");
    }

    @Test
    void withNothingToBumpItSaysWhy() {
        assertThat(pass(IN_TWO, List.of(4), CARBON_MONOXIDE).refusal()).isPresent();
        var none = pass(Fixtures.quoin4Bumping(List.of(new Step.ConfirmAlarms(""))), List.of(3), CARBON_MONOXIDE);
        assertThat(none.slots()).isEmpty();
        assertThat(none.refusal().orElseThrow().code()).isEqualTo("bump-none");
    }

    @Test
    void aBumpIsAskedOfTheSensorsThatMeetGasInItOrOfAll() {
        assertThat(IN_TWO.bumpedSensors()).extracting("slot").containsExactly(3, 4);
        assertThat(Fixtures.quoin4Bumping(List.of(new Step.ConfirmAlarms(""))).bumpedSensors())
                .as("only a calibration stands for a bump")
                .hasSize(4);
        assertThat(IN_TWO.bumpsInParts()).isTrue();
        assertThat(Fixtures.quoin4().bumpsInParts()).isFalse();
        assertThat(Fixtures.quoin4Bumped(OptionalInt.of(31)).bumpsInParts()).isTrue();
    }
}
