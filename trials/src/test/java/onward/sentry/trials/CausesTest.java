package onward.sentry.trials;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.function.ToIntFunction;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** What is suspected on cells and troubles that no model was tuned to. The seeds here were not looked at while they were made. */
class CausesTest {

    private static final long SEED = 880_000;
    private static final int EACH = 5;
    private static final int SOUND = 20;

    private static final Map<Trial.Way, List<Confusion>> WORKED = new EnumMap<>(Trial.Way.class);

    private static List<Confusion> all(Trial.Way way) {
        return WORKED.computeIfAbsent(
                way,
                key -> Arrays.stream(Upset.values())
                        .filter(upset -> upset != Upset.NONE)
                        .map(upset -> Confusion.of(way, upset, SEED, EACH))
                        .toList());
    }

    private static int sum(Trial.Way way, ToIntFunction<Confusion> of) {
        return all(way).stream().mapToInt(of).sum();
    }

    /** Runs in which nothing failed and nothing was said are no failures to find a cause. */
    private static int asked(Trial.Way way) {
        return sum(way, Confusion::trials) - sum(way, Confusion::passed);
    }

    @ParameterizedTest
    @EnumSource(names = {"LINK", "STAGES"})
    void theLikeliestIsTheCauseOrItIsSaidThatItCannotBeTold(Trial.Way way) {
        assertThat(sum(way, Confusion::right) + sum(way, Confusion::alike))
                .as(all(way).toString())
                .isGreaterThanOrEqualTo((int) Math.ceil(0.9 * asked(way)));
    }

    @ParameterizedTest
    @EnumSource(names = {"LINK", "STAGES"})
    void hardlyEverIsAWrongCauseClaimedAlone(Trial.Way way) {
        assertThat(sum(way, Confusion::claimed)).as(all(way).toString()).isLessThanOrEqualTo((int) (0.03 * asked(way)));
    }

    @ParameterizedTest
    @EnumSource(names = {"LINK", "STAGES"})
    void whatIsNamedToTryIsSensible(Trial.Way way) {
        assertThat(sum(way, Confusion::sensible)).as(all(way).toString()).isGreaterThanOrEqualTo((int)
                Math.ceil(0.95 * asked(way)));
    }

    @ParameterizedTest
    @EnumSource(names = {"LINK", "STAGES"})
    void ofASoundDetectorNothingIsSuspected(Trial.Way way) {
        var sound = Confusion.of(way, Upset.NONE, SEED, SOUND);
        assertThat(sound.passed()).as(sound.toString()).isEqualTo(SOUND);
        assertThat(sound.held()).as(sound.toString()).isZero();
    }
}
