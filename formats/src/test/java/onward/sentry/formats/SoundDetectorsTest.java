package onward.sentry.formats;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.stream.IntStream;
import java.util.stream.Stream;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.SensorOutcome;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** A sound detector of every shipped card passes, however its display flickers. */
class SoundDetectorsTest {

    private static final int SEEDS = 30;

    static Stream<ProcedureCard> cards() {
        return CardLibrary.all().stream();
    }

    @ParameterizedTest
    @MethodSource("cards")
    void noneOfItsSensorsFailsInAnyStage(ProcedureCard card) {
        var failed = IntStream.range(0, SEEDS)
                .mapToObj(seed -> Skerravoe.work(card, Job.CALIBRATION, SitePolicy.SHIPPED, 0, same -> same, seed))
                .flatMap(worked -> worked.run().state().outcomes().stream())
                .filter(SensorOutcome::failed)
                .toList();
        assertThat(failed).isEmpty();
    }
}
