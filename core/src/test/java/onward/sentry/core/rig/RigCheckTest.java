package onward.sentry.core.rig;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import onward.sentry.core.gas.Gas;
import onward.sentry.core.gas.GasLibrary;
import onward.sentry.core.working.Refusal;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RigCheckTest {

    private static final LocalDate TODAY = LocalDate.of(2026, 3, 2);
    private static final Intake CUP = new Intake.Cup(0.3, 0.6);
    private static final Intake PUMP = new Intake.Pumped(0.30, false);
    private static final Gas CO = GasLibrary.shipped().gas("carbon-monoxide");
    private static final Gas H2S = GasLibrary.shipped().gas("hydrogen-sulfide");
    private static final Gas NH3 = GasLibrary.shipped().gas("ammonia");

    private static Rig rig(Regulator regulator, Delivery delivery) {
        return new Rig(regulator, delivery, new Tubing(Tubing.Material.LOW_ABSORPTION, new SampleLine(0.5, 4)));
    }

    private static List<String> refusals(Regulator regulator, Delivery delivery, Intake intake) {
        return RigCheck.of(rig(regulator, delivery), intake, List.of(CO), TODAY).refusals().stream()
                .map(Refusal::code)
                .toList();
    }

    @ParameterizedTest
    @CsvSource({
        "FIXED, 0.36, TEE, ''",
        "FIXED, 0.35, TEE, rig-starved",
        "FIXED, 0.24, TEE, rig-starved",
        "DEMAND, 0, DIRECT, ''",
        "DEMAND, 0, BAG, ''",
        "DEMAND, 0, TEE, rig-demand-open",
        "FIXED, 0.5, DIRECT, rig-forced",
        "FIXED, 0.2, DIRECT, rig-forced",
        "FIXED, 0.5, BAG, ''",
        "FIXED, 0.5, CUP, rig-no-cup",
        "FIXED, 0.5, STATION, ''"
    })
    void aPumpGetsWhatItDrawsAndNothingIsForcedOnIt(
            Regulator.Kind kind, double flow, Delivery delivery, String refused) {
        assertThat(refusals(new Regulator(kind, flow, ""), delivery, PUMP))
                .isEqualTo(refused.isEmpty() ? List.of() : List.of(refused));
    }

    @ParameterizedTest
    @CsvSource({
        "FIXED, 0.3, CUP, ''",
        "FIXED, 0.6, CUP, ''",
        "FIXED, 0.29, CUP, rig-flow-window",
        "ADJUSTABLE, 1.0, CUP, rig-flow-window",
        "DEMAND, 0, CUP, rig-demand-no-pump",
        "FIXED, 0.5, BAG, rig-no-draw",
        "FIXED, 0.5, TEE, rig-no-draw"
    })
    void aCupGetsItsWindowOfFlow(Regulator.Kind kind, double flow, Delivery delivery, String refused) {
        assertThat(refusals(new Regulator(kind, flow, ""), delivery, CUP))
                .isEqualTo(refused.isEmpty() ? List.of() : List.of(refused));
    }

    @Test
    void aDeliveryThatTheMakerPrescribesIsTheOnlyOneEvenBesideAStation() {
        var onlyCup = new Intake.Cup(0.9, 1.1, Optional.of(Delivery.CUP));
        assertThat(refusals(Regulator.fixed(1), Delivery.CUP, onlyCup)).isEmpty();
        assertThat(refusals(Regulator.fixed(1), Delivery.STATION, onlyCup)).containsExactly("rig-not-prescribed");
        var onlyBag = new Intake.Pumped(0.3, false, Optional.of(Delivery.BAG));
        assertThat(Rig.usual(onlyBag, 0.5, Optional.empty()).delivery()).isEqualTo(Delivery.BAG);
        assertThat(refusals(Regulator.fixed(0.5), Delivery.TEE, onlyBag)).containsExactly("rig-not-prescribed");
    }

    @Test
    void theRefusalOfAStarvedPumpSaysWhatItWouldRead() {
        var refusal = RigCheck.of(rig(Regulator.fixed(0.24), Delivery.TEE), PUMP, List.of(CO), TODAY)
                .refusals()
                .get(0);
        assertThat(refusal.reason()).contains("needs 0.36 L/min", "gives 0.24 L/min", "80 % of the label");
        assertThat(refusal.wayOut()).contains("demand regulator");
    }

    @Test
    void anInletThatTakesARegulatorMayBeJoinedToIt() {
        assertThat(refusals(Regulator.fixed(0.5), Delivery.DIRECT, new Intake.Pumped(0.30, true)))
                .isEmpty();
    }

    @Test
    void aRegulatorKeptForOneReactiveFamilyIsRefusedForAnother() {
        var acid = new Regulator(Regulator.Kind.FIXED, 0.5, H2S.family());
        assertThat(RigCheck.of(rig(acid, Delivery.CUP), CUP, List.of(H2S), TODAY)
                        .refusals())
                .isEmpty();
        assertThat(RigCheck.of(rig(acid, Delivery.CUP), CUP, List.of(CO), TODAY).refusals())
                .isEmpty();
        assertThat(RigCheck.of(rig(acid, Delivery.CUP), CUP, List.of(NH3), TODAY)
                        .refusals())
                .extracting(Refusal::code)
                .containsExactly("rig-other-family");
    }

    @Test
    void stickyGasOnLongOrAbsorbingTubingIsWarnedAbout() {
        var soft = new Rig(Regulator.fixed(0.5), Delivery.CUP, new Tubing(Tubing.Material.PVC, new SampleLine(0.5, 4)));
        var longPtfe =
                new Rig(Regulator.fixed(0.5), Delivery.CUP, new Tubing(Tubing.Material.PTFE, new SampleLine(3, 4)));
        assertThat(RigCheck.of(soft, CUP, List.of(CO), TODAY).warnings()).isEmpty();
        assertThat(RigCheck.of(soft, CUP, List.of(H2S), TODAY).warnings()).hasSize(1);
        assertThat(RigCheck.of(longPtfe, CUP, List.of(H2S), TODAY).warnings()).hasSize(1);
        assertThat(RigCheck.of(rig(Regulator.fixed(0.5), Delivery.CUP), CUP, List.of(H2S), TODAY)
                        .warnings())
                .isEmpty();
    }

    @Property
    void moreFlowIntoATeeIsNeverRefusedWhereLessIsAllowed(
            @ForAll @DoubleRange(min = 0.1, max = 2) double draws,
            @ForAll @DoubleRange(min = 0.05, max = 5) double flow,
            @ForAll @DoubleRange(min = 1, max = 3) double more) {
        var pump = new Intake.Pumped(draws, false);
        boolean allowed = refusals(Regulator.fixed(flow), Delivery.TEE, pump).isEmpty();
        assertThat(refusals(Regulator.fixed(flow * more), Delivery.TEE, pump).isEmpty())
                .isIn(true, allowed);
        assertThat(allowed).isEqualTo(flow >= 1.2 * draws * (1 - 1e-9));
    }

    @Test
    void aRegulatorThatIsKnownButOverdueIsWarnedAboutFromTheDayAfter() {
        var known = new Regulator(Regulator.Kind.FIXED, 0.5, "", "RG-02", Optional.of(TODAY));
        assertThat(RigCheck.of(rig(known, Delivery.CUP), CUP, List.of(CO), TODAY)
                        .warnings())
                .isEmpty();
        var warnings = RigCheck.of(rig(known, Delivery.CUP), CUP, List.of(CO), TODAY.plusDays(1))
                .warnings();
        assertThat(warnings).extracting(Refusal::code).containsExactly("rig-check-due");
        assertThat(warnings.get(0).reason()).contains("RG-02", "2026-03-02");
    }

    @Test
    void aFreeRegulatorIsKeptForTheFirstReactiveFamilyThatItCarries() {
        assertThat(Regulator.fixed(0.5).familyAfter(List.of(CO))).isEmpty();
        assertThat(Regulator.fixed(0.5).familyAfter(List.of(CO, H2S))).isEqualTo(H2S.family());
        assertThat(new Regulator(Regulator.Kind.FIXED, 0.5, NH3.family()).familyAfter(List.of(H2S)))
                .isEqualTo(NH3.family());
    }

    @ParameterizedTest
    @CsvSource({
        "TEE, 0.3, 0.5, 1, true",
        "TEE, 0.3, 0.5, 6, false",
        "TEE, 0.3, 2.15, 6, false",
        "TEE, 0.3, 2.16, 6, true",
        "TEE, 0.3, 0.36, 1, true",
        "TEE, 0.3, 0.72, 2, true",
        "TEE, 0.3, 0.71, 2, false"
    })
    void pumpsOnOneManifoldDrawTogether(Delivery delivery, double draws, double gives, int sharing, boolean allowed) {
        var check = RigCheck.of(
                rig(Regulator.fixed(gives), delivery), new Intake.Pumped(draws, false), sharing, List.of(CO), TODAY);
        assertThat(check.refusals().isEmpty()).isEqualTo(allowed);
    }

    @Test
    void everyOtherDeliveryAddsUpTooAndSaysWhatIsNeeded() {
        var direct = new Intake.Pumped(0.3, true);
        assertThat(RigCheck.of(rig(Regulator.fixed(1), Delivery.DIRECT), direct, 6, List.of(CO), TODAY)
                        .refusals())
                .singleElement()
                .matches(refusal -> refusal.reason()
                        .equals("6 pumps draw 1.8 L/min and need 2.16 L/min; this regulator gives 1 L/min."));
        assertThat(RigCheck.of(rig(Regulator.demand(), Delivery.DIRECT), direct, 6, List.of(CO), TODAY)
                        .refusals())
                .as("a demand regulator gives what all of them draw")
                .isEmpty();
        var cup = new Intake.Cup(0.4, 0.6);
        assertThat(RigCheck.of(rig(Regulator.fixed(0.5), Delivery.CUP), cup, 4, List.of(CO), TODAY)
                        .refusals())
                .singleElement()
                .matches(refusal -> refusal.reason().startsWith("4 cups need 1.6 L/min to 2.4 L/min"));
        assertThat(RigCheck.of(rig(Regulator.fixed(2), Delivery.CUP), cup, 4, List.of(CO), TODAY)
                        .refusals())
                .isEmpty();
        assertThat(Rig.usual(cup, 0.5, Optional.empty()).shared(4).regulator().litresPerMinute())
                .isEqualTo(2);
    }

    @Test
    void aMixBelongsToEveryFamilyThatItContains() {
        var free = new Regulator(Regulator.Kind.FIXED, 0.5, "", "RG-1", Optional.empty());
        assertThat(free.familyAfter(List.of(CO))).isEmpty();
        var both = free.familyAfter(List.of(CO, H2S, NH3));
        assertThat(both).contains(H2S.family(), NH3.family(), " + ");
        var kept = new Regulator(Regulator.Kind.FIXED, 0.5, both, "RG-1", Optional.empty());
        assertThat(kept.families()).containsExactlyInAnyOrder(H2S.family(), NH3.family());
        for (var gas : List.of(H2S, NH3)) {
            assertThat(RigCheck.of(rig(kept, Delivery.CUP), CUP, List.of(gas), TODAY)
                            .refusals())
                    .isEmpty();
        }
        var one = new Regulator(Regulator.Kind.FIXED, 0.5, H2S.family(), "RG-1", Optional.empty());
        assertThat(RigCheck.of(rig(one, Delivery.CUP), CUP, List.of(H2S, NH3), TODAY)
                        .refusals())
                .hasSize(1);
    }

    @Test
    void aFreeRegulatorThatTakesAReactiveMixIsAskedAbout() {
        var free = new Regulator(Regulator.Kind.FIXED, 0.5, "", "RG-1", Optional.empty());
        assertThat(RigCheck.of(rig(free, Delivery.CUP), CUP, List.of(CO), TODAY).warnings())
                .isEmpty();
        assertThat(RigCheck.of(rig(free, Delivery.CUP), CUP, List.of(H2S), TODAY)
                        .warnings())
                .anyMatch(warning -> warning.code().equals(RigCheck.TAKES_FAMILY)
                        && warning.reason().contains("RG-1 has only met stable gases"));
        var anyone = Regulator.fixed(0.5);
        assertThat(RigCheck.of(rig(anyone, Delivery.CUP), CUP, List.of(H2S), TODAY)
                        .warnings())
                .as("nobody keeps account of a regulator without a tag")
                .noneMatch(warning -> warning.code().equals(RigCheck.TAKES_FAMILY));
        assertThat(free).hasToString("RG-1, fixed flow 0.5 L/min");
    }
}
