package onward.sentry.core.sim;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.stream.IntStream;
import onward.sentry.core.detector.Alarms;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.detector.Technology;
import onward.sentry.core.gas.LelBasis;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.run.NextAction;
import onward.sentry.core.trace.Plateau;
import onward.sentry.core.trace.Reading;
import onward.sentry.core.trace.ResponseTime;
import onward.sentry.core.trace.Trace;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SimDetectorTest {

    private static final Alarms NONE =
            new Alarms(OptionalDouble.empty(), OptionalDouble.empty(), OptionalDouble.empty(), OptionalDouble.empty());
    private static final SensorSpec METHANE =
            new SensorSpec(1, "methane", Technology.CATALYTIC_BEAD, Unit.PERCENT_LEL, 100, 1, NONE, 20, 25);
    private static final SensorSpec OXYGEN =
            new SensorSpec(2, "oxygen", Technology.GALVANIC, Unit.VOL_PERCENT, 30, 0.1, NONE, 15, 20.9);
    private static final SensorSpec CO =
            new SensorSpec(3, "carbon-monoxide", Technology.ELECTROCHEMICAL, Unit.PPM, 300, 1, NONE, 25, 80);
    private static final Health WELL = new Health(1, 1, 0);
    private static final Atmosphere HOUSE_MIX = Atmosphere.ofCylinder(
            List.of(
                    new Atmosphere.GasShare("methane", 1.25, Unit.VOL_PERCENT),
                    new Atmosphere.GasShare("oxygen", 16, Unit.VOL_PERCENT),
                    new Atmosphere.GasShare("carbon-monoxide", 80, Unit.PPM),
                    new Atmosphere.GasShare("hydrogen-sulfide", 15, Unit.PPM)),
            "nitrogen");

    private static SimDetector detector(LelBasis basis, Map<Integer, Health> otherwise, long seed) {
        var health = new HashMap<>(Map.of(1, WELL, 2, WELL, 3, WELL));
        health.putAll(otherwise);
        return new SimDetector(basis, List.of(METHANE, OXYGEN, CO), health, seed, 0);
    }

    private static List<Reading> run(SimDetector detector, int seconds) {
        var readings = new ArrayList<Reading>();
        for (int i = 0; i < seconds * 4; i++) {
            readings.add(detector.step(250));
        }
        return readings;
    }

    private static Trace trace(List<Reading> readings, int slot) {
        var trace = new Trace();
        readings.stream()
                .filter(r -> r.values().containsKey(slot))
                .forEach(r -> trace.add(r.at(), r.values().get(slot)));
        return trace;
    }

    private static double settled(SimDetector detector, int slot) {
        var readings = run(detector, 180);
        long end = readings.get(readings.size() - 1).at();
        return Plateau.of(trace(readings, slot), end - 20_000, end)
                .orElseThrow()
                .mean();
    }

    @Test
    void theSameSeedAndHandlingGiveTheSameReadingsAndAnotherSeedOthers() {
        var first = detector(LelBasis.HANDBOOK, Map.of(), 11);
        var second = detector(LelBasis.HANDBOOK, Map.of(), 11);
        var third = detector(LelBasis.HANDBOOK, Map.of(), 12);
        var readings = run(first, 60);
        assertThat(run(second, 60)).isEqualTo(readings);
        assertThat(run(third, 60)).isNotEqualTo(readings);
    }

    @Test
    void eachSensorComesToRestAtWhatItMeetsOnTheDetectorsOwnBasis() {
        var handbook = detector(LelBasis.HANDBOOK, Map.of(), 3);
        handbook.breathe(HOUSE_MIX);
        assertThat(settled(handbook, 1)).isCloseTo(25.0, within(0.6));
        var iec = detector(LelBasis.IEC, Map.of(), 3);
        iec.breathe(HOUSE_MIX);
        assertThat(settled(iec, 1)).isCloseTo(28.4, within(0.6));
        var oxygen = detector(LelBasis.HANDBOOK, Map.of(), 3);
        oxygen.breathe(HOUSE_MIX);
        assertThat(settled(oxygen, 2)).isCloseTo(16.0, within(0.1));
    }

    @Test
    void hydrogenSulfideShowsALittleOnCarbonMonoxide() {
        var with = detector(LelBasis.HANDBOOK, Map.of(), 5);
        with.breathe(new Atmosphere(Map.of("oxygen", 160_000.0, "hydrogen-sulfide", 100.0)));
        assertThat(settled(with, 3)).isCloseTo(3.0, within(0.7));
    }

    @Test
    void theWayToNinetyPercentTakesTheCardsTimeAndTheDeadTime() {
        var detector = detector(LelBasis.HANDBOOK, Map.of(), 9);
        run(detector, 10);
        detector.breathe(HOUSE_MIX);
        var readings = run(detector, 180);
        double t90 = ResponseTime.t90(trace(readings, 3), 10_000, 0, 80.5).orElseThrow();
        assertThat(t90).isCloseTo(25 + 1.5, within(2.0));
        var slow = detector(LelBasis.HANDBOOK, Map.of(3, WELL.with(new Fault(Fault.Kind.SLOW, 3))), 9);
        run(slow, 10);
        slow.breathe(HOUSE_MIX);
        double slower =
                ResponseTime.t90(trace(run(slow, 300), 3), 10_000, 0, 80.5).orElseThrow();
        assertThat(slower).isCloseTo(75 + 1.5, within(5.0));
    }

    @ParameterizedTest
    @ValueSource(doubles = {100, 70, 46, 20})
    void aWeakSensorShowsItsShareWhileItIsCalibratedAndTheRightValueOnceThatIsKept(double percent) {
        var detector = detector(LelBasis.HANDBOOK, Map.of(3, WELL.with(new Fault(Fault.Kind.WEAK, percent))), 4);
        detector.startCalibrating();
        detector.breathe(HOUSE_MIX);
        assertThat(settled(detector, 3)).isCloseTo(80.45 * percent / 100, within(1.0));
        detector.keepSpan();
        // Below a quarter the instrument cannot adjust; it keeps the gain that it came with.
        double set = percent < 25 ? 80.45 * percent / 100 : 80.45;
        assertThat(settled(detector, 3)).isCloseTo(set, within(3.0));
    }

    @Test
    void whatWasLostSinceTheInstrumentWasSetIsSeenAsFound() {
        var faded = detector(LelBasis.HANDBOOK, Map.of(3, new Health(0.72, 1, 0, 0.9)), 4);
        faded.breathe(HOUSE_MIX);
        assertThat(settled(faded, 3)).isCloseTo(80.45 * 0.8, within(1.0));
        var well = Health.of("CO-1", 300);
        assertThat(well.setAt()).isGreaterThan(well.response()).isLessThan(well.response() + 0.012);
        assertThat(well.with(new Fault(Fault.Kind.WEAK, 46)).setAt()).isEqualTo(well.setAt());
    }

    @Test
    void aDeadSensorShowsNothing() {
        var detector = detector(LelBasis.HANDBOOK, Map.of(3, WELL.with(new Fault(Fault.Kind.DEAD, 0))), 4);
        detector.breathe(HOUSE_MIX);
        assertThat(settled(detector, 3)).isCloseTo(0, within(0.6));
    }

    @Test
    void zeroTakesAnOffsetAwayAsFarAsTheInstrumentCanAdjust() {
        var detector = detector(LelBasis.HANDBOOK, Map.of(3, new Health(1, 1, 4)), 4);
        assertThat(settled(detector, 3)).isCloseTo(4, within(0.7));
        detector.startZero();
        run(detector, 7);
        assertThat(settled(detector, 3)).isCloseTo(0, within(0.7));
        var wandering = detector(LelBasis.HANDBOOK, Map.of(3, WELL.with(new Fault(Fault.Kind.WANDERING, 20))), 4);
        wandering.startZero();
        run(wandering, 7);
        assertThat(settled(wandering, 3)).isCloseTo(14, within(0.7));
    }

    @Test
    void readingsKeepTheStepsOfTheDisplay() {
        for (var reading : run(detector(LelBasis.HANDBOOK, Map.of(), 2), 30)) {
            reading.values().forEach((slot, value) -> {
                double steps = value / (slot == 2 ? 0.1 : 1);
                assertThat(steps).isCloseTo(Math.rint(steps), within(1e-6));
            });
        }
    }

    @Test
    void aReadingIsFarOffNowAndThenAndNowAndThenOneIsLost() {
        int seconds = 3_000;
        var readings = run(detector(LelBasis.HANDBOOK, Map.of(), 8), seconds);
        var trace = trace(readings, 3);
        double farOff = 8 + 0.15 * CO.spanSetPoint();
        assertThat(IntStream.range(0, trace.size())
                        .filter(i -> Math.abs(trace.valueAt(i)) >= farOff - 3)
                        .peek(i -> assertThat(trace.isMarked(i, 1)).isTrue())
                        .count())
                .isBetween(6L, 35L);
        assertThat(seconds * 4 - trace.size()).isBetween(20, 90);
    }

    @Test
    void gasPassesTwoLayersSoThatAReadingStartsSlowly() {
        var detector = detector(LelBasis.HANDBOOK, Map.of(), 9);
        run(detector, 10);
        detector.breathe(HOUSE_MIX);
        var trace = trace(run(detector, 60), 3);
        double begins = first(trace, 0.1) - 11.5;
        double most = first(trace, 0.9) - 11.5;
        // Through one layer a tenth is there after 0.046 of the time to 90 %.
        assertThat(begins / most).isGreaterThan(0.08);
    }

    private static double first(Trace trace, double share) {
        return IntStream.range(0, trace.size())
                .filter(i -> trace.middleOfFive(i) >= 80.45 * share)
                .mapToObj(i -> trace.timeAt(i) / 1000.0)
                .findFirst()
                .orElseThrow();
    }

    @Test
    void whatAnAnswerLacksComesLateAndLeavesLate() {
        double most = 0;
        for (long seed = 0; seed < 6; seed++) {
            var detector = detector(LelBasis.HANDBOOK, Map.of(), seed);
            detector.breathe(HOUSE_MIX);
            run(detector, 100);
            double early = mean(run(detector, 20));
            run(detector, 300);
            double late = mean(run(detector, 20));
            assertThat(late).isGreaterThan(early - 0.5).isLessThan(82);
            most = Math.max(most, late - early);
        }
        assertThat(most).isBetween(0.3, 2.0);
    }

    private static double mean(List<Reading> readings) {
        var trace = trace(readings, 3);
        return IntStream.range(0, trace.size())
                .mapToDouble(trace::middleOfFive)
                .average()
                .orElseThrow();
    }

    @Test
    void aSensorFadesAtItsOwnPaceAndNeverRecovers() {
        double last = 2;
        for (int days = 0; days < 1_200; days += 60) {
            var health = Health.of("CO-1007", days);
            assertThat(health.response()).isLessThan(last);
            last = health.response();
        }
        assertThat(Health.of("CO-1007", 0)).isEqualTo(Health.of("CO-1007", 0));
        assertThat(Health.of("CO-1007", 0)).isNotEqualTo(Health.of("CO-1008", 0));
    }

    @Test
    void handsOpenTheValveAMomentAfterTheyAreAskedAndCloseItAgain() {
        var detector = detector(LelBasis.HANDBOOK, Map.of(), 6);
        var hands = new Hands(detector, 6);
        assertThat(highest(detector, hands, NextAction.Kind.CHOOSE_CYLINDER, 20))
                .isLessThan(3);
        assertThat(highest(detector, hands, NextAction.Kind.OPEN_GAS, 60)).isGreaterThan(70);
        assertThat(highest(detector, hands, NextAction.Kind.WAIT_SETTLE, 30)).isGreaterThan(75);
        highest(detector, hands, NextAction.Kind.CLOSE_GAS, 120);
        assertThat(highest(detector, hands, NextAction.Kind.WAIT_CLEAR, 10)).isLessThan(3);
    }

    private static double highest(SimDetector detector, Hands hands, NextAction.Kind asked, int seconds) {
        var readings = new ArrayList<Reading>();
        for (int i = 0; i < seconds * 4; i++) {
            hands.follow(asked, true, HOUSE_MIX, 0);
            readings.add(detector.step(250));
        }
        var trace = trace(readings, 3);
        return IntStream.range(2, trace.size())
                .mapToDouble(trace::middleOfThree)
                .max()
                .orElseThrow();
    }
}
