package onward.sentry.core.offline;

import static onward.sentry.core.working.Limit.refusal;
import static onward.sentry.core.working.Limit.refused;
import static onward.sentry.core.working.Limit.taken;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.IntStream;
import onward.sentry.core.card.Job;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.result.Stage;
import onward.sentry.core.run.FakeInstrument;
import onward.sentry.core.run.Fixtures;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.RunCommand;
import onward.sentry.core.run.RunTraces;
import onward.sentry.core.trace.Reading;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Readings that stand on their own come to what a run on the bench would have made of them. */
class BareReadingsTest {

    private static final Optional<String> MIX = Optional.of("HM-01");
    private static final List<Integer> ALL = List.of(1, 2, 3, 4);

    private static BareReadings bare(RunTraces traces, Cylinder cylinder) {
        return new BareReadings(
                Fixtures.quoin4(),
                SitePolicy.SHIPPED,
                Fixtures.TODAY,
                Map.of("HM-01", cylinder),
                Optional.empty(),
                OptionalDouble.empty(),
                Map.of(),
                OptionalDouble.empty(),
                traces);
    }

    private static RunTraces constant(int seconds, Map<Integer, Double> values) {
        var traces = new RunTraces();
        IntStream.rangeClosed(0, seconds).forEach(s -> traces.add(new Reading(1000L * s, values)));
        return traces;
    }

    /** Slot 3 reads one value until gas comes on, and another from then on. */
    private static RunTraces steps(int gasAt, double before, int seconds, double after) {
        var traces = new RunTraces();
        IntStream.rangeClosed(0, seconds)
                .forEach(s -> traces.add(new Reading(1000L * s, Map.of(3, s <= gasAt ? before : after))));
        return traces;
    }

    private static SensorOutcome one(RunTraces traces, BareStage stage) {
        return bare(traces, Fixtures.houseMix()).judge(List.of(stage)).get(0).outcome();
    }

    @ParameterizedTest
    @ValueSource(doubles = {0.2, 0.46, 0.6, 0.75, 1.0, 1.3})
    void theyAreJudgedAsOnTheBench(double response) {
        var run = LiveRun.start(
                Fixtures.quoin4(), SitePolicy.SHIPPED, Fixtures.started(Job.CALIBRATION, ReadingSource.LINK));
        var instrument = new FakeInstrument(run, Map.of(3, response, 4, response));
        run.carryOut(new RunCommand.ConfirmChecks(0), 0, "Una");
        instrument.runFor(31);
        double zeroFrom = instrument.now() / 1000.0;
        run.carryOut(new RunCommand.StartZero(2), instrument.now(), "Una");
        instrument.runFor(60);
        run.carryOut(
                new RunCommand.ChooseCylinder(3, "HM-01", Fixtures.houseMix(), Fixtures.TODAY, List.of()),
                instrument.now(),
                "Una");
        instrument.gas();
        double gasFrom = instrument.now() / 1000.0;
        instrument.runFor(150);
        double end = instrument.now() / 1000.0;

        var bare = bare(run.traces(), Fixtures.houseMix())
                .judge(List.of(
                        new BareStage(Stage.ZERO, ALL, zeroFrom, zeroFrom + 55, Optional.empty()),
                        new BareStage(Stage.SPAN, List.of(1, 3, 4), gasFrom, end, MIX)))
                .stream()
                .map(JudgedStage::outcome)
                .toList();
        for (var outcome : bare) {
            var onTheBench = run.state().outcomes(outcome.slot()).stream()
                    .filter(o -> o.stage() == outcome.stage())
                    .findFirst()
                    .orElseThrow();
            assertThat(outcome.judgement().verdict())
                    .as("%s of slot %d", outcome.stage(), outcome.slot())
                    .isEqualTo(onTheBench.judgement().verdict());
            assertThat(outcome.expected()).isCloseTo(onTheBench.expected(), within(1e-9));
            assertThat(outcome.reading().orElseThrow())
                    .isCloseTo(onTheBench.reading().orElseThrow(), within(1e-9));
            assertThat(outcome.judgement().working())
                    .isEqualTo(onTheBench.judgement().working());
        }
        assertThat(bare).hasSize(7);
    }

    @Test
    void aSensorThatHardlyMovesOrIsNotReadAtAllFails() {
        var still = one(steps(10, 0, 90, 3.9), new BareStage(Stage.SPAN, List.of(3), 10, 90, MIX));
        assertThat(still.judgement().verdict()).isEqualTo(Verdict.FAIL);
        assertThat(still.how()).isEqualTo("no response");
        var moves = one(steps(10, 0, 90, 4.1), new BareStage(Stage.SPAN, List.of(3), 10, 90, MIX));
        assertThat(moves.how()).as("5 % of 80 ppm").isNotEqualTo("no response");
        var stuck = one(constant(90, Map.of(3, 80.0)), new BareStage(Stage.SPAN, List.of(3), 10, 90, MIX));
        assertThat(stuck.how()).as("80 before gas and on it").isEqualTo("no response");
        var silent = one(constant(90, Map.of(3, 80.0)), new BareStage(Stage.SPAN, List.of(4), 10, 90, MIX));
        assertThat(silent.how()).isEqualTo("no reading");
        var noAir = one(constant(90, Map.of(3, 0.0)), new BareStage(Stage.ZERO, List.of(4), 0, 30, Optional.empty()));
        assertThat(noAir.judgement().working().rule()).isEqualTo("No reading when it was due");
        assertThat(noAir.reading()).isEmpty();
    }

    @Test
    void aGasThatTheBenchWouldRefuseJudgesNothingGood() {
        var stage = new BareStage(Stage.SPAN, List.of(3), 10, 90, MIX);
        var held = bare(constant(90, Map.of(3, 80.0)), Fixtures.houseMix().withState(CylinderState.ON_HOLD))
                .judge(List.of(stage))
                .get(0)
                .outcome();
        assertThat(held.judgement().verdict()).isEqualTo(Verdict.FAIL);
        assertThat(held.how()).isEqualTo("gas not allowed");
        assertThat(held.judgement().working().rule()).contains("on hold");
        assertThat(held.judgement().working().source()).isEqualTo("card Quoin 4 v1, site rules v1");
    }

    @Test
    void aSensorThatFallsWhileAnotherHoldsHasFailedByItself() {
        var alone = new RunTraces();
        var beside = new RunTraces();
        IntStream.rangeClosed(0, 160).forEach(s -> {
            double falling = s <= 10 ? 0 : s < 100 ? 80 : Math.max(20, 80 - 2 * (s - 100));
            alone.add(new Reading(1000L * s, Map.of(3, falling)));
            beside.add(new Reading(1000L * s, Map.of(3, falling, 4, s <= 10 ? 0 : 15.0)));
        });
        var check = new BareStage(Stage.VERIFY, List.of(3), 95, 150, MIX);
        assertThat(one(alone, new BareStage(Stage.VERIFY, List.of(3), 10, 25, MIX))
                        .how())
                .as("before the card's 40 s")
                .isEqualTo("too short");
        var both = new BareStage(Stage.VERIFY, List.of(3, 4), 95, 150, MIX);
        var straightOn = new BareStage(Stage.SPAN, List.of(3, 4), 10, 95, MIX);
        assertThat(bare(alone, Fixtures.houseMix())
                        .judge(List.of(new BareStage(Stage.SPAN, List.of(3), 10, 95, MIX), check))
                        .get(1)
                        .outcome()
                        .judgement()
                        .verdict())
                .as("gas ended")
                .isEqualTo(Verdict.NOT_JUDGED);
        assertThat(bare(beside, Fixtures.houseMix())
                        .judge(List.of(straightOn, both))
                        .get(2)
                        .outcome()
                        .judgement()
                        .verdict())
                .as("the other one still reads 15 ppm")
                .isEqualTo(Verdict.FAIL);
    }

    @Test
    void oneReadingIsNoZero() {
        var once = new RunTraces();
        once.add(new Reading(59_000, Map.of(3, 0.0)));
        var zero = one(once, new BareStage(Stage.ZERO, List.of(3), 0, 60, Optional.empty()));
        assertThat(zero.how()).isEqualTo("too few readings");
        assertThat(zero.judgement().verdict()).isEqualTo(Verdict.FAIL);
    }

    @Test
    void aZeroThatDriftsIsNotSettled() {
        var drifting = new RunTraces();
        IntStream.rangeClosed(0, 60).forEach(s -> drifting.add(new Reading(1000L * s, Map.of(3, s / 10.0))));
        var zero = one(drifting, new BareStage(Stage.ZERO, List.of(3), 0, 60, Optional.empty()));
        assertThat(zero.how()).isEqualTo("not settled");
        assertThat(zero.judgement().verdict()).isEqualTo(Verdict.FAIL);
    }

    @Test
    void whatTheFileDoesNotHoldIsRefusedByItsName() {
        var traces = constant(90, Map.of(3, 80.0));
        refused("slot-unknown", "stages", () -> one(traces, new BareStage(Stage.SPAN, List.of(9), 10, 90, MIX)));
        var other = new BareStage(Stage.SPAN, List.of(3), 10, 90, Optional.of("HM-99"));
        refused("cylinder-unknown", "stages", () -> one(traces, other));
        assertThat(refusal(() -> one(traces, other)).wayOut()).contains("HM-01");
    }

    @Test
    void aStageHasSlotsTimesAndGasWhereItIsOnGas() {
        taken(
                () -> new BareStage(Stage.ZERO, ALL, 0, 0.1, Optional.empty()),
                () -> new BareStage(Stage.BUMP, ALL, 5, 6, MIX));
        refused(
                "stage-times",
                "stages",
                () -> new BareStage(Stage.ZERO, List.of(), 0, 10, Optional.empty()),
                () -> new BareStage(Stage.ZERO, ALL, -1, 10, Optional.empty()),
                () -> new BareStage(Stage.ZERO, ALL, 10, 10, Optional.empty()));
        refused(
                "stage-cylinder",
                "stages",
                () -> new BareStage(Stage.ZERO, ALL, 0, 10, MIX),
                () -> new BareStage(Stage.SPAN, ALL, 0, 10, Optional.empty()),
                () -> new BareStage(Stage.SPAN, ALL, 0, 10, null));
    }
}
