package onward.sentry.trials;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** The judge on cells that no rule was tuned to. The seeds here were never looked at while the rules were made. */
class HardCellsTest {

    private static final long SEED = 770_000;
    private static final int BAD = 8;
    private static final int HEALTHY = 60;

    @TestFactory
    Stream<DynamicTest> noClearlyBadSensorPasses() {
        return Arrays.stream(Ailment.values())
                .filter(ailment -> ailment != Ailment.NONE)
                .flatMap(ailment -> Arrays.stream(Trial.Way.values())
                        .filter(ailment::isMetBy)
                        .map(way -> DynamicTest.dynamicTest(
                                ailment + " by " + way,
                                () -> assertThat(Tally.of(way, ailment, SEED, BAD)
                                                .good())
                                        .isZero())));
    }

    @ParameterizedTest
    @EnumSource
    void hardlyAnyHealthyDetectorIsHeld(Trial.Way way) {
        var tally = Tally.of(way, Ailment.NONE, SEED, HEALTHY);
        assertThat(HEALTHY - tally.good()).as(tally.toString()).isLessThanOrEqualTo(1);
    }

    @Test
    void theSameNumberIsTheSameTrial() {
        var trial = Trial.of(Trial.Way.LINK, Ailment.WEAK, SEED);
        assertThat(Trial.of(Trial.Way.LINK, Ailment.WEAK, SEED)).isEqualTo(trial);
        assertThat(trial.judged()).isEqualTo(trial.judged());
    }
}
