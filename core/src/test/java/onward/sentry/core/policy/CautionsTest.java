package onward.sentry.core.policy;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import onward.sentry.core.card.Job;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.run.Fixtures;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.RunCommand;
import onward.sentry.core.working.Refused;
import org.junit.jupiter.api.Test;

class CautionsTest {

    private static final Cautions OURS = new Cautions(
            "This detector is deaf now.", "  Look round for open gas, then zero.  ", "Hood on before the valve.");

    private static SitePolicy policy() {
        var shipped = SitePolicy.SHIPPED;
        return new SitePolicy(
                2,
                10,
                true,
                30,
                0.05,
                0,
                shipped.units(),
                shipped.lead(),
                shipped.signing(),
                OURS,
                shipped.schools(),
                shipped.figures(),
                shipped.rhythm());
    }

    @Test
    void theHousesOwnWordsStandWhereTheShippedOnesWould() {
        var run = LiveRun.start(Fixtures.quoin4(), policy(), Fixtures.started(Job.CALIBRATION, ReadingSource.TYPED));
        run.carryOut(new RunCommand.ConfirmChecks(0), 0, "Una");
        run.carryOut(new RunCommand.TypeReading(3, 0), 40_000, "Una");
        assertThat(run.next().cautions()).containsExactly("Look round for open gas, then zero.");
    }

    @Test
    void aCautionThatNobodyWouldReadIsRefusedByItsField() {
        assertThatThrownBy(() -> new Cautions("x".repeat(161), "b", "c"))
                .isInstanceOf(Refused.class)
                .satisfies(thrown ->
                        assertThat(((Refused) thrown).refusal().field()).isEqualTo("cautions.noAlarm"));
        assertThatThrownBy(() -> new Cautions("a", "b", "  ")).hasMessageContaining("has 0");
    }
}
