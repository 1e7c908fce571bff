package onward.sentry.core.rig;

import static onward.sentry.core.working.Limit.refusal;
import static onward.sentry.core.working.Limit.refused;
import static onward.sentry.core.working.Limit.taken;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import onward.sentry.core.gas.GasLibrary;
import onward.sentry.core.rig.Equipment.Check;
import onward.sentry.core.rig.Equipment.Kind;
import org.junit.jupiter.api.Test;

/** What a rig may be put together from, at the edges. */
class RigLimitsTest {

    private static final LocalDate TODAY = LocalDate.of(2026, 3, 2);
    private static final Tubing TUBING = new Tubing(Tubing.Material.PTFE, new SampleLine(0.5, 4));

    private static Equipment regulator(String tag, int months, Optional<Check> last) {
        return new Equipment(tag, Kind.REGULATOR, Optional.of(Regulator.fixed(0.5)), months, last);
    }

    @Test
    void aRegulatorGivesUpToTwentyLitresAndOnDemandNoneOfItsOwn() {
        taken(() -> Regulator.fixed(0.01), () -> Regulator.fixed(20), Regulator::demand);
        refused(
                "regulator-flow",
                "regulator",
                () -> Regulator.fixed(0),
                () -> Regulator.fixed(20.1),
                () -> Regulator.fixed(Double.POSITIVE_INFINITY),
                () -> new Regulator(Regulator.Kind.DEMAND, 0.5, ""));
        assertThat(refusal(() -> new Regulator(Regulator.Kind.DEMAND, 0.5, "")).wayOut())
                .isEqualTo("Leave the flow out.");
        assertThat(Regulator.fixed(0.5)).hasToString("fixed flow 0.5 L/min");
        assertThat(Regulator.demand()).hasToString("demand flow");
    }

    @Test
    void aRegulatorIsKeptForTheFirstReactiveFamilyThatItMet() {
        var gases = GasLibrary.shipped();
        var sulfide = gases.gas("hydrogen-sulfide");
        var ammonia = gases.gas("ammonia");
        var free = Regulator.fixed(0.5);
        assertThat(free.familyAfter(List.of(gases.gas("methane")))).isEmpty();
        assertThat(free.familyAfter(List.of(gases.gas("methane"), sulfide))).isEqualTo(sulfide.family());
        var kept = new Regulator(Regulator.Kind.FIXED, 0.5, sulfide.family());
        assertThat(kept.familyAfter(List.of(ammonia))).isEqualTo(sulfide.family());
    }

    @Test
    void aSampleLineHasALengthAndABore() {
        taken(() -> new SampleLine(0.01, 0.01), () -> new SampleLine(100, 50));
        refused("line-length", "metres", () -> new SampleLine(0, 4), () -> new SampleLine(100.1, 4));
        refused("line-bore", "bore_mm", () -> new SampleLine(1, 0), () -> new SampleLine(1, 50.1));
        refused("flow", "l_min", () -> new SampleLine(1, 4).lagSeconds(0));
        assertThat(new SampleLine(10, 4).lagSeconds(0.3)).isCloseTo(25.1327, within(1e-4));
    }

    @Test
    void aModelTakesItsSampleAtAFlowThatItsManualKnows() {
        taken(() -> new Intake.Cup(0.5, 0.5), () -> new Intake.Cup(0.01, 20), () -> new Intake.Pumped(5, false));
        refused(
                "intake-flow",
                "intake",
                () -> new Intake.Cup(0, 1),
                () -> new Intake.Cup(1, 0.9),
                () -> new Intake.Cup(1, 20.1));
        refused("intake-pump", "intake", () -> new Intake.Pumped(0, true), () -> new Intake.Pumped(5.1, false));
    }

    @Test
    void equipmentHasATagAndAnIntervalAndOnlyARegulatorAFlow() {
        taken(() -> regulator("x".repeat(40), 1, Optional.empty()), () -> regulator("R", 60, Optional.empty()));
        refused(
                "equipment-tag",
                "tag",
                () -> regulator(" ", 12, Optional.empty()),
                () -> regulator("x".repeat(41), 12, Optional.empty()));
        refused(
                "equipment-interval",
                "intervalMonths",
                () -> regulator("R", 0, Optional.empty()),
                () -> regulator("R", 61, Optional.empty()));
        refused(
                "equipment-regulator",
                "regulator",
                () -> new Equipment("R", Kind.REGULATOR, Optional.empty(), 12, Optional.empty()),
                () -> new Equipment("B", Kind.BAROMETER, Optional.of(Regulator.fixed(1)), 12, Optional.empty()));
    }

    @Test
    void aFlowIsMeasuredWhereThereIsOneAndNowhereElse() {
        var stamped = regulator("R-1", 12, Optional.empty());
        var demand = new Equipment("D-1", Kind.REGULATOR, Optional.of(Regulator.demand()), 12, Optional.empty());
        refused(
                "equipment-measured",
                "measured",
                () -> stamped.judge(OptionalDouble.empty(), true),
                () -> demand.judge(OptionalDouble.of(0.5), true));
        assertThat(demand.judge(OptionalDouble.empty(), false).passed()).isFalse();
        assertThat(stamped.judge(OptionalDouble.of(0.55), false).passed()).isTrue();
        assertThat(stamped.judge(OptionalDouble.of(0.551), true).passed()).isFalse();
    }

    @Test
    void onlyAGoodRegulatorGoesIntoUse() {
        var gauge = new Equipment("G-1", Kind.GAUGE, Optional.empty(), 12, Optional.empty());
        var failed = regulator("R-1", 12, Optional.of(new Check(TODAY, OptionalDouble.of(0.3), false)));
        refused("equipment-no-regulator", "rig", () -> gauge.forUse(TODAY));
        refused("equipment-failed", "rig", () -> failed.forUse(TODAY));
        assertThat(regulator("R-1", 12, Optional.empty()).forUse(TODAY).checkDue())
                .as("never checked: due since ever")
                .contains(TODAY);
    }

    @Test
    void aRigIsCalledInFortyLetters() {
        var regulator = regulator("R-1", 12, Optional.empty());
        taken(() -> new BenchRig("x".repeat(40), regulator, Delivery.CUP, TUBING));
        refused(
                "rig-name",
                "name",
                () -> new BenchRig("x".repeat(41), regulator, Delivery.CUP, TUBING),
                () -> new BenchRig(" ", regulator, Delivery.CUP, TUBING));
    }
}
