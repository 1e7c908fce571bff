package onward.sentry.trials;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.function.ToIntFunction;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** What is suspected on cells and troubles that no model was tuned to. The seeds here were not looked at while they were made. */
class CausesTest {

    private static final long SEED = 880_000;
    private static final int EACH = 5;
    private static final int SOUND = 20;

    private static List<Confusion> all;

    @BeforeAll
    static void work() {
        all = Arrays.stream(Upset.values())
                .filter(upset -> upset != Upset.NONE)
                .map(upset -> Confusion.of(upset, SEED, EACH))
                .toList();
    }

    private static int sum(ToIntFunction<Confusion> of) {
        return all.stream().mapToInt(of).sum();
    }

    /** Runs in which nothing failed and nothing was said are no failures to find a cause. */
    private static int asked() {
        return sum(Confusion::trials) - sum(Confusion::passed);
    }

    @Test
    void theLikeliestIsTheCauseOrItIsSaidThatItCannotBeTold() {
        assertThat(sum(Confusion::right) + sum(Confusion::alike))
                .as(all.toString())
                .isGreaterThanOrEqualTo((int) Math.ceil(0.9 * asked()));
    }

    @Test
    void hardlyEverIsAWrongCauseClaimedAlone() {
        assertThat(sum(Confusion::claimed)).as(all.toString()).isLessThanOrEqualTo((int) (0.03 * asked()));
    }

    @Test
    void whatIsNamedToTryIsSensible() {
        assertThat(sum(Confusion::sensible)).as(all.toString()).isGreaterThanOrEqualTo((int) Math.ceil(0.95 * asked()));
    }

    @Test
    void ofASoundDetectorNothingIsSuspected() {
        var sound = Confusion.of(Upset.NONE, SEED, SOUND);
        assertThat(sound.passed()).as(sound.toString()).isEqualTo(SOUND);
        assertThat(sound.held()).as(sound.toString()).isZero();
    }
}
