package onward.sentry.formats;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.lanes.LaneTask;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.run.NextAction.Kind;
import onward.sentry.core.sim.Health;
import onward.sentry.core.sim.SimBench;
import org.junit.jupiter.api.Test;

/** One pair of hands and several detectors, worked to the end in the order that the program names. */
class SeveralLanesTest {

    private static SimBench bench() {
        return new SimBench(SitePolicy.SHIPPED, Skerravoe.shelf(), Skerravoe.TODAY);
    }

    private static Map<Integer, Health> health(String model, double response) {
        var health = new HashMap<Integer, Health>();
        Skerravoe.card(model).sensors().forEach(s -> health.put(s.slot(), new Health(response, 1, 1)));
        return health;
    }

    private static SimBench manifoldOf(int lanes) {
        var bench = bench();
        for (int i = 0; i < lanes; i++) {
            bench.with(
                    Skerravoe.card("Quoin 4"),
                    "Q4-" + i,
                    health("Quoin 4", 0.95),
                    lanes > 1 ? Optional.of("M1") : Optional.empty(),
                    lanes,
                    40 + i);
        }
        return bench;
    }

    private static void allSigned(SimBench.Sitting sitting, Verdict verdict) {
        assertThat(sitting.runs())
                .allSatisfy(run ->
                        assertThat(run.state().signed().orElseThrow().verdict()).isEqualTo(verdict));
    }

    private static void noZeroBesideGas(SimBench.Sitting sitting) {
        assertThat(sitting.hands())
                .filteredOn(hand -> hand.kind() == Kind.START_ZERO)
                .isNotEmpty()
                .allSatisfy(hand -> assertThat(hand.besideGas()).isEmpty());
    }

    @Test
    void sixOnAManifoldTakeAtMostHalfTheTimeOfSixOneAfterTheOther() {
        var six = manifoldOf(6).work();
        double one = IntStream.range(0, 6)
                .mapToDouble(i -> manifoldOf(1).work().seconds())
                .sum();
        allSigned(six, Verdict.PASS);
        noZeroBesideGas(six);
        assertThat(six.seconds()).isLessThan(one / 2);
    }

    @Test
    void onAManifoldGasIsTurnedOnAndOffOnceForAll() {
        var sitting = manifoldOf(4).work();
        for (var kind : List.of(Kind.OPEN_GAS, Kind.CLOSE_GAS)) {
            assertThat(sitting.hands().stream().filter(hand -> hand.kind() == kind))
                    .as("%s for as found, and for span with verification", kind)
                    .hasSize(2);
        }
        assertThat(sitting.runs())
                .allSatisfy(run ->
                        assertThat(run.state().place().orElseThrow().sharing()).isEqualTo(4));
    }

    @Test
    void lanesOnCylindersOfTheirOwnAreWovenIntoEachOther() {
        var models = List.of("Quoin 4", "Mote CO", "Mote NH₃", "Fell CO₂", "Hollin NO", "Drift Dual");
        var woven = bench();
        double alone = 0;
        for (var model : models) {
            woven.with(Skerravoe.card(model), model, health(model, 0.95), Optional.empty(), 1, 7);
            alone += bench().with(Skerravoe.card(model), model, health(model, 0.95), Optional.empty(), 1, 7)
                    .work()
                    .seconds();
        }
        var sitting = woven.work();
        allSigned(sitting, Verdict.PASS);
        noZeroBesideGas(sitting);
        assertThat(sitting.seconds()).isLessThan(0.75 * alone);
    }

    @Test
    void gasThatFlowsOnSettledSensorsBeatsEverything() {
        var sitting = manifoldOf(3).work();
        var closing = sitting.hands().stream()
                .filter(hand -> hand.kind() == Kind.CLOSE_GAS)
                .toList();
        assertThat(closing)
                .isNotEmpty()
                .allSatisfy(hand -> assertThat(hand.urgency()).isEqualTo(LaneTask.Urgency.GAS_FLOWS));
    }
}
