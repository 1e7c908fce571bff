package onward.sentry.core.cylinder;

import static onward.sentry.core.working.Limit.refusal;
import static onward.sentry.core.working.Limit.refused;
import static onward.sentry.core.working.Limit.taken;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.LocalDate;
import java.util.List;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
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
import onward.sentry.core.units.PressureUnit;
import onward.sentry.core.working.Refusal;
import org.junit.jupiter.api.Test;

/** What a cylinder may be and when it may be used, at the edges. */
class CylinderLimitsTest {

    private static final LocalDate MADE = LocalDate.of(2025, 10, 1);

    private static Cylinder cylinder(LocalDate useBefore, double litres, double fullBar, double gaugeBar) {
        return new Cylinder(
                "C", "L", Fixtures.houseMix().mixture(), MADE, useBefore, litres, fullBar, gaugeBar, CylinderState.NEW);
    }

    @Test
    void aCylinderLastsAtLeastTheDayItWasMade() {
        taken(() -> cylinder(MADE, 72, 40, 30));
        refused("cylinder-dates", "useBefore", () -> cylinder(MADE.minusDays(1), 72, 40, 30));
        assertThat(refusal(() -> cylinder(MADE.minusDays(1), 72, 40, 30)).reason())
                .contains("2025-09-30", "2025-10-01");
    }

    @Test
    void volumeAndPressuresHaveTheirBounds() {
        taken(() -> cylinder(MADE, 0.1, 0.1, 0), () -> cylinder(MADE, 20_000, 300, 300));
        refused(
                "cylinder-volume",
                "volumeLitres",
                () -> cylinder(MADE, 0, 40, 30),
                () -> cylinder(MADE, 20_000.1, 40, 30));
        refused("cylinder-pressure", "fullBar", () -> cylinder(MADE, 72, 0, 0), () -> cylinder(MADE, 72, 300.1, 30));
        refused("cylinder-gauge", "gaugeBar", () -> cylinder(MADE, 72, 40, -0.1), () -> cylinder(MADE, 72, 40, 40.1));
    }

    @Test
    void aRefusalSpeaksTheUnitThatGaugesShow() {
        assertThat(refusal(() -> Cylinder.checkPressures(69, 72, PressureUnit.PSI))
                        .reason())
                .contains("1044.27 psi", "1001 psi")
                .doesNotContain("bar");
    }

    @Property
    void whatIsLeftIsNeverMoreThanFullAndRunsNeverTakeTheReserve(
            @ForAll @DoubleRange(min = 1, max = 300) double fullBar,
            @ForAll @DoubleRange(min = 0, max = 1) double share,
            @ForAll @DoubleRange(min = 0, max = 0.5) double reserve,
            @ForAll @DoubleRange(min = 0.1, max = 10) double perRun) {
        var cylinder = cylinder(MADE, 72, fullBar, Math.min(fullBar, share * fullBar));
        int runs = cylinder.runsLeft(reserve, perRun);
        assertThat(cylinder.litresLeft()).isBetween(0.0, 72.0 + 1e-9);
        assertThat(runs).isNotNegative();
        if (runs > 0) {
            assertThat(cylinder.litresLeft() - runs * perRun).isGreaterThanOrEqualTo(reserve * 72 - 1e-9);
        }
        assertThat(cylinder.litresLeft() - (runs + 1) * perRun).isLessThan(reserve * 72 + 1e-9);
    }

    private static Fitness fitness(Cylinder cylinder, Target target, LocalDate on) {
        var step = new Step.ApplyGas(List.of(target), new AcceptRule.Countdown(30), 30, "");
        return CylinderCheck.of(
                cylinder, GasDemands.of(Fixtures.quoin4(), Job.CALIBRATION, step, SitePolicy.SHIPPED, on));
    }

    private static Cylinder of(String balance, CylinderState state, Component... parts) {
        return new Cylinder("C", "L", new Mixture(List.of(parts), balance), MADE, MADE.plusYears(2), 72, 40, 40, state);
    }

    private static Component part(String gas, double value, Unit unit, double uncertainty) {
        return new Component(gas, Concentration.of(value, unit), uncertainty);
    }

    private static Stream<String> codes(List<Refusal> refusals) {
        return refusals.stream().map(Refusal::code);
    }

    @Test
    void onlyWhatIsInUseSetsADetectorAndANewOneMayStillBump() {
        var carbonMonoxide = part("carbon-monoxide", 80, Unit.PPM, 0.02);
        for (var state : CylinderState.values()) {
            var cylinder = of("nitrogen", state, carbonMonoxide);
            var span = fitness(cylinder, Target.of(3, Purpose.SPAN), Fixtures.TODAY);
            var bump = fitness(cylinder, Target.of(3, Purpose.BUMP), Fixtures.TODAY);
            assertThat(span.allowed()).as("%s sets", state).isEqualTo(state == CylinderState.IN_USE);
            assertThat(bump.allowed())
                    .as("%s bumps", state)
                    .isEqualTo(state == CylinderState.IN_USE || state == CylinderState.NEW);
            assertThat(codes(bump.warnings()).anyMatch("cylinder-not-compared"::equals))
                    .isEqualTo(state == CylinderState.NEW);
        }
    }

    @Test
    void aBeadNeedsTenPercentOfOxygen() {
        var methane = part("methane", 2.5, Unit.VOL_PERCENT, 0.02);
        var enough = of("nitrogen", CylinderState.IN_USE, methane, part("oxygen", 10, Unit.VOL_PERCENT, 0.02));
        var less = of("nitrogen", CylinderState.IN_USE, methane, part("oxygen", 9.9, Unit.VOL_PERCENT, 0.02));
        assertThat(fitness(enough, Target.of(1, Purpose.SPAN), Fixtures.TODAY).refusals())
                .isEmpty();
        assertThat(codes(fitness(less, Target.of(1, Purpose.SPAN), Fixtures.TODAY)
                        .refusals()))
                .containsExactly("cylinder-no-oxygen");
        assertThat(codes(fitness(
                                of("nitrogen", CylinderState.IN_USE, methane),
                                Target.of(1, Purpose.SPAN),
                                Fixtures.TODAY)
                        .refusals()))
                .containsExactly("cylinder-no-oxygen");
        assertThat(fitness(of("air", CylinderState.IN_USE, methane), Target.of(1, Purpose.SPAN), Fixtures.TODAY)
                        .refusals())
                .isEmpty();
    }

    @Test
    void aGasAboveTheRangeIsRefusedAndOneNearItsEndsIsWarnedAbout() {
        assertThat(codes(carbonMonoxide(300).refusals())).isEmpty();
        assertThat(codes(carbonMonoxide(300.1).refusals())).containsExactly("cylinder-above-range");
        for (double ppm : new double[] {75, 225}) {
            assertThat(codes(carbonMonoxide(ppm).warnings())).doesNotContain("cylinder-off-mid-range");
        }
        for (double ppm : new double[] {74.9, 225.1, 300}) {
            assertThat(codes(carbonMonoxide(ppm).warnings())).contains("cylinder-off-mid-range");
        }
    }

    private static Fitness carbonMonoxide(double ppm) {
        return fitness(
                of("nitrogen", CylinderState.IN_USE, part("carbon-monoxide", ppm, Unit.PPM, 0.02)),
                Target.of(3, Purpose.SPAN),
                Fixtures.TODAY);
    }

    @Test
    void aLabelAgreesWithinHalfAStepOfTheDisplay() {
        assertThat(carbonMonoxide(80.5).label().get(0).agrees()).isTrue();
        assertThat(carbonMonoxide(79.5).label().get(0).agrees()).isTrue();
        assertThat(carbonMonoxide(80.6).label().get(0).agrees()).isFalse();
        assertThat(codes(carbonMonoxide(80.6).warnings())).contains("cylinder-set-point-differs");
    }

    @Test
    void aWideCertificateIsWarnedAboutAboveFivePercent() {
        for (double uncertainty : new double[] {0.05, 0.051}) {
            var cylinder = of("nitrogen", CylinderState.IN_USE, part("carbon-monoxide", 80, Unit.PPM, uncertainty));
            assertThat(codes(fitness(cylinder, Target.of(3, Purpose.SPAN), Fixtures.TODAY)
                                    .warnings())
                            .anyMatch("cylinder-uncertain"::equals))
                    .isEqualTo(uncertainty > 0.05);
        }
    }

    @Test
    void aCylinderGivesWhatTheStepTakesAndKeepsItsReserve() {
        var demand = fitnessDemandLitres();
        double needed = demand + SitePolicy.SHIPPED.reserve() * 72;
        var carbonMonoxide = part("carbon-monoxide", 80, Unit.PPM, 0.02);
        var full = of("nitrogen", CylinderState.IN_USE, carbonMonoxide);
        var enough = full.withGauge((needed + 0.001) / 72 * 40);
        var less = full.withGauge((needed - 0.001) / 72 * 40);
        assertThat(fitness(enough, Target.of(3, Purpose.SPAN), Fixtures.TODAY).allowed())
                .isTrue();
        assertThat(codes(fitness(less, Target.of(3, Purpose.SPAN), Fixtures.TODAY)
                        .refusals()))
                .containsExactly("cylinder-too-little");
        assertThat(demand).isCloseTo(1.2, within(1e-9));
    }

    private static double fitnessDemandLitres() {
        var step = new Step.ApplyGas(List.of(Target.of(3, Purpose.SPAN)), new AcceptRule.Countdown(30), 30, "");
        return GasDemands.of(Fixtures.quoin4(), Job.CALIBRATION, step, SitePolicy.SHIPPED, Fixtures.TODAY)
                .litres();
    }
}
