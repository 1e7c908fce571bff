package onward.sentry.core.card;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import java.util.OptionalDouble;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.run.Fixtures;
import onward.sentry.core.sim.DryRun;
import onward.sentry.core.working.Refusal;
import org.junit.jupiter.api.Test;

class BumpLevelTest {

    private static final int METHANE = 1;
    private static final int OXYGEN = 2;

    /** Half of the way is the level of this card. */
    private static ProcedureCard bumpedAt(int slot, double setPoint) {
        var gas = new Step.ApplyGas(
                List.of(new Target(slot, Purpose.BUMP, OptionalDouble.of(setPoint))),
                new AcceptRule.StableOrDeadline(5, 60),
                60,
                "");
        return Fixtures.quoin4Bumping(List.of(gas, new Step.ClearDown(120, "")));
    }

    @Test
    void threeStepsOfTheDisplayAreEnoughAndLessAreNot() {
        assertThat(BumpLevel.refusal(bumpedAt(METHANE, 6))).isEmpty();
        var refusal = BumpLevel.refusal(bumpedAt(METHANE, 5)).orElseThrow();
        assertThat(refusal.code()).isEqualTo("card-bump-level");
        assertThat(refusal.field()).isEqualTo("bumpLevelPercent");
        assertThat(refusal.reason())
                .isEqualTo("Methane: 50 % of 5 %LEL is 2.5 steps of its display; a bump needs at least 3.");
    }

    @Test
    void oxygenCountsFromTheAirDown() {
        assertThat(BumpLevel.refusal(bumpedAt(OXYGEN, 20.2))).isEmpty();
        assertThat(BumpLevel.refusal(bumpedAt(OXYGEN, 20.5))).isPresent();
    }

    @Test
    void suchACardIsNotPublished() {
        assertThat(DryRun.refusal(bumpedAt(METHANE, 5), SitePolicy.SHIPPED, LocalDate.of(2026, 3, 2)))
                .map(Refusal::code)
                .contains("card-bump-level");
    }
}
