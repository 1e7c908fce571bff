package onward.sentry.core.offline;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Random;
import java.util.TreeMap;
import onward.sentry.core.diagnosis.Cause;
import onward.sentry.core.diagnosis.Diagnosis;
import onward.sentry.core.doubt.Doubt;
import onward.sentry.core.doubt.OwnTrend;
import onward.sentry.core.evidence.History;
import onward.sentry.core.gas.CrossSensitivity;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.Stage;
import onward.sentry.core.run.Fixtures;
import onward.sentry.core.run.RunTraces;
import onward.sentry.core.trace.Reading;
import org.junit.jupiter.api.Test;

/** What readings by stages say of the gas, the rig and the sensors, as a run at the bench would. */
class BehindStagesTest {

    private static final Optional<String> MIX = Optional.of("HM-01");
    private static final Map<Integer, Double> LABEL = Map.of(1, 25.0, 2, 16.0, 3, 80.0, 4, 15.0);
    private static final Map<Integer, Double> STEPS = Map.of(1, 1.0, 2, 0.1, 3, 1.0, 4, 0.1);
    private static final int GAS_AT = 60;
    private static final int END = 200;

    /** @param zero what a sensor stands above clean air, in steps @param share of the way that each sensor goes on gas */
    private static BareReadings bare(Map<Integer, Double> zero, Map<Integer, Double> share) {
        var random = new Random(5);
        var traces = new RunTraces();
        for (int s = 0; s <= END; s++) {
            double way = s <= GAS_AT ? 0 : 1 - Math.exp(-(s - GAS_AT) / 9.0);
            var values = new TreeMap<Integer, Double>();
            for (var entry : LABEL.entrySet()) {
                double air = entry.getKey() == 2 ? 20.9 : 0;
                double step = STEPS.get(entry.getKey());
                double shown = air
                        + step * zero.getOrDefault(entry.getKey(), 0.0)
                        + share.getOrDefault(entry.getKey(), 1.0) * way * (entry.getValue() - air);
                values.put(entry.getKey(), Math.rint((shown + 0.2 * step * random.nextGaussian()) / step) * step);
            }
            traces.add(new Reading(1000L * s, values));
        }
        return new BareReadings(
                Fixtures.quoin4(),
                SitePolicy.SHIPPED,
                Fixtures.TODAY,
                Map.of("HM-01", Fixtures.houseMix()),
                Optional.empty(),
                OptionalDouble.empty(),
                Map.of(),
                OptionalDouble.empty(),
                traces);
    }

    private static final List<BareStage> STAGES = List.of(
            new BareStage(Stage.ZERO, List.of(1, 2, 3, 4), 0, 55, Optional.empty()),
            new BareStage(Stage.CHECK, List.of(2), GAS_AT, END, MIX),
            new BareStage(Stage.SPAN, List.of(1, 3, 4), GAS_AT, END, MIX));

    private static Diagnosis diagnosis(BareReadings bare) {
        return Diagnosis.of(bare.evidence(bare.judge(STAGES), History.NONE, CrossSensitivity.shipped()));
    }

    private static List<Doubt> doubts(BareReadings bare, Map<Integer, OwnTrend> trends) {
        return bare.doubts(bare.judge(STAGES), trends);
    }

    @Test
    void ofSoundReadingsNothingIsSaid() {
        var sound = bare(Map.of(), Map.of(3, 0.97));
        assertThat(diagnosis(sound)).isEqualTo(Diagnosis.NONE);
        assertThat(doubts(sound, Map.of(3, new OwnTrend(98, 1.5)))).isEmpty();
    }

    @Test
    void roomAirInTheGasIsTold() {
        var leaking = bare(Map.of(), Map.of(1, 0.55, 2, 0.55, 3, 0.55, 4, 0.55));
        assertThat(diagnosis(leaking).suspects().get(0).cause()).isIn(Cause.AIR_LEAK, Cause.UNDER_FED);
        assertThat(doubts(leaking, Map.of())).singleElement().satisfies(doubt -> {
            assertThat(doubt.kind()).isEqualTo(Doubt.Kind.ROOM_AIR);
            assertThat(doubt.percent()).isCloseTo(46, within(3.0));
            assertThat(doubt.slots()).as("oxygen bears witness").containsExactlyInAnyOrder(1, 2, 3, 4);
        });
    }

    @Test
    void oneSensorThatLeftItsOwnTrendIsInDoubtAndAccusedLast() {
        var weak = bare(Map.of(), Map.of(3, 0.72));
        assertThat(doubts(weak, Map.of(3, new OwnTrend(97, 1.5))))
                .singleElement()
                .satisfies(doubt -> {
                    assertThat(doubt.kind()).isEqualTo(Doubt.Kind.SUDDEN_CHANGE);
                    assertThat(doubt.slots()).containsExactly(3);
                });
        assertThat(doubts(weak, Map.of(3, new OwnTrend(74, 1.5)))).isEmpty();
        assertThat(doubts(weak, Map.of())).isEmpty();
    }

    @Test
    void aZeroThatFailedIsAskedAbout() {
        var inRoomGas = bare(Map.of(3, 7.0), Map.of());
        assertThat(diagnosis(inRoomGas).suspects())
                .extracting(suspect -> suspect.cause())
                .containsAnyOf(Cause.ROOM_GAS, Cause.OFF_ZERO, Cause.BAD_ZERO)
                .doesNotContain(Cause.AIR_LEAK);
    }

    @Test
    void withoutAnyGasTheValveIsAskedAboutFirst() {
        var shut = bare(Map.of(), Map.of(1, 0.0, 2, 0.0, 3, 0.0, 4, 0.0));
        assertThat(diagnosis(shut).suspects().get(0).cause()).isEqualTo(Cause.NO_GAS);
    }
}
