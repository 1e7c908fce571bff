package onward.sentry.formats;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import onward.sentry.core.card.Job;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.SensorResult;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.sim.Fault;
import onward.sentry.core.sim.Health;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** Every shipped card worked from start to signature on simulated readings. */
class EveryModelTest {

    static Stream<Arguments> modelsAndSeeds() {
        return CardLibrary.all().stream()
                .flatMap(card -> Stream.of(11L, 12L)
                        .flatMap(seed -> Stream.of(Job.values()).map(job -> Arguments.of(card.model(), job, seed))));
    }

    @ParameterizedTest
    @MethodSource("modelsAndSeeds")
    void aHealthyDetectorPassesAndACalibrationRenewsEverySensor(String model, Job job, long seed) {
        var card = Skerravoe.card(model);
        var run = Skerravoe.work(card, job, SitePolicy.SHIPPED, 0, UnaryOperator.identity(), seed)
                .run();
        var signed = run.state().signed().orElseThrow();
        assertThat(signed.verdict()).as(signed.results().toString()).isEqualTo(Verdict.PASS);
        assertThat(signed.results())
                .allSatisfy(result -> assertThat(result.due().isPresent()).isEqualTo(job == Job.CALIBRATION));
        assertThat(run.state().outcomes())
                .allSatisfy(outcome ->
                        assertThat(outcome.judgement().working().source()).contains("card " + model, "site rules v1"));
    }

    static Stream<Arguments> sensorsAndSeeds() {
        return CardLibrary.all().stream()
                .flatMap(card -> card.sensors().stream()
                        .filter(sensor -> !sensor.isOxygen())
                        .flatMap(sensor ->
                                Stream.of(21L, 22L).map(seed -> Arguments.of(card.model(), sensor.slot(), seed))));
    }

    @ParameterizedTest
    @MethodSource("sensorsAndSeeds")
    void aDeadSensorFailsAloneAndIsNeverPassedByTryingAgain(String model, int slot, long seed) {
        var card = Skerravoe.card(model);
        var signed = Skerravoe.work(
                        card,
                        Job.CALIBRATION,
                        SitePolicy.SHIPPED,
                        slot,
                        health -> health.with(new Fault(Fault.Kind.DEAD, 0)),
                        seed)
                .run()
                .state()
                .signed()
                .orElseThrow();
        assertThat(signed.verdict()).isEqualTo(Verdict.FAIL);
        assertThat(signed.results())
                .filteredOn(result -> result.verdict() == Verdict.FAIL)
                .extracting(SensorResult::slot)
                .containsExactly(slot);
        assertThat(signed.results())
                .filteredOn(result -> result.slot() == slot)
                .allMatch(result -> result.due().isEmpty());
    }

    @ParameterizedTest
    @MethodSource("sensorsAndSeeds")
    void aSensorWithALittleOfItsResponseLeftFails(String model, int slot, long seed) {
        var card = Skerravoe.card(model);
        UnaryOperator<Health> faded = health -> new Health(0.20, 1, 0, 0.95);
        var state = Skerravoe.work(card, Job.CALIBRATION, SitePolicy.SHIPPED, slot, faded, seed)
                .run()
                .state();
        assertThat(state.signed().orElseThrow().verdict()).isEqualTo(Verdict.FAIL);
        var triesByStep = state.events().stream()
                .filter(RunEvent.TryStarted.class::isInstance)
                .map(RunEvent.TryStarted.class::cast)
                .collect(Collectors.groupingBy(RunEvent.TryStarted::step, Collectors.counting()));
        assertThat(triesByStep.values())
                .isNotEmpty()
                .allMatch(again -> again < card.triesOfSpan().most())
                .contains(card.triesOfSpan().most() - 1L);
    }
}
