package onward.sentry.core.health;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import onward.sentry.core.health.IntervalReview.Proposal;
import onward.sentry.core.schedule.IntervalRule;
import org.junit.jupiter.api.Test;

class IntervalReviewTest {

    private static Proposal of(long good, long all, long months) {
        return IntervalReview.of("CO", good, all, months).proposal();
    }

    @Test
    void theShareLiesWhereWilsonSays() {
        assertThat(Wilson.of(95, 100).low()).isCloseTo(0.888, within(0.0005));
        assertThat(Wilson.of(95, 100).high()).isCloseTo(0.978, within(0.0005));
        assertThat(Wilson.of(0, 10).low()).isZero();
        assertThat(Wilson.of(10, 10).high()).isCloseTo(1, within(1e-9));
        assertThatThrownBy(() -> Wilson.of(3, 2)).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void onlyWhatIsSureIsProposed() {
        assertThat(of(40, 50, 12)).isEqualTo(Proposal.SHORTEN);
        assertThat(of(120, 120, 12)).isEqualTo(Proposal.LENGTHEN);
        assertThat(of(120, 120, 11)).as("not for long enough").isEqualTo(Proposal.KEEP);
        assertThat(of(46, 50, 12)).as("92 % may be 95 %").isEqualTo(Proposal.KEEP);
        assertThat(of(19, 19, 24)).isEqualTo(Proposal.TOO_FEW);
        assertThat(IntervalReview.of("CO", 40, 50, 12).working().inputs().toString())
                .contains("40 of 50", "67 to 88.8 %");
    }

    @Test
    void aDetectorComesRoundAsOftenAsItsWorstSensorNeeds() {
        var fine = IntervalReview.of("CO", 120, 120, 12);
        var bad = IntervalReview.of("H₂S", 40, 50, 12);
        var few = IntervalReview.of("O₂", 5, 5, 12);
        assertThat(IntervalReview.together(List.of(fine, bad))).isEqualTo(Proposal.SHORTEN);
        assertThat(IntervalReview.together(List.of(fine, few))).isEqualTo(Proposal.KEEP);
        assertThat(IntervalReview.together(List.of(fine, fine))).isEqualTo(Proposal.LENGTHEN);
        assertThat(IntervalReview.together(List.of(few))).isEqualTo(Proposal.TOO_FEW);
    }

    @Test
    void aStepIsTheNextUsualIntervalAndNeverPastTheCap() {
        var half = new IntervalRule.EveryMonths(6, 180);
        assertThat(IntervalReview.step(half, Proposal.SHORTEN)).contains(new IntervalRule.EveryMonths(4, 180));
        assertThat(IntervalReview.step(half, Proposal.LENGTHEN))
                .as("the cap holds")
                .isEmpty();
        assertThat(IntervalReview.step(new IntervalRule.EveryMonths(1, 70), Proposal.LENGTHEN))
                .contains(new IntervalRule.EveryMonths(2, 70));
        assertThat(IntervalReview.step(new IntervalRule.EveryMonths(1, 35), Proposal.SHORTEN))
                .contains(new IntervalRule.EveryDays(21));
        assertThat(IntervalReview.step(new IntervalRule.EveryDays(7), Proposal.SHORTEN))
                .isEmpty();
        assertThat(IntervalReview.step(new IntervalRule.Capped(new IntervalRule.EveryDays(90), 100), Proposal.LENGTHEN))
                .isEqualTo(Optional.empty());
        assertThat(IntervalReview.step(half, Proposal.KEEP)).isEmpty();
    }
}
