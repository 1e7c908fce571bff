package onward.sentry.core.policy;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import onward.sentry.core.units.SiteUnits;
import onward.sentry.core.working.Refused;
import org.junit.jupiter.api.Test;

class LeadTimesTest {

    @Test
    void aPolicyOfBeforeTheyWereSetHasWhatShips() {
        var shipped = SitePolicy.SHIPPED;
        var before = new SitePolicy(
                3, 10, true, 30, 0.05, 0, null, null, null, null, shipped.schools(), shipped.figures(), null);
        assertThat(before.signing()).isEqualTo(new Signing(Signing.Proof.RECENT, 15, false));
        assertThat(before.units()).isEqualTo(SiteUnits.SHIPPED);
        assertThat(before.lead()).isEqualTo(new LeadTimes(14, 28));
    }

    @Test
    void overAYearIsRefusedByTheFigureThatIsWrong() {
        assertThatThrownBy(() -> new LeadTimes(14, 366))
                .isInstanceOf(Refused.class)
                .satisfies(thrown ->
                        assertThat(((Refused) thrown).refusal().field()).isEqualTo("lead.partsDays"))
                .hasMessageContaining("not 366");
        assertThatThrownBy(() -> new LeadTimes(-1, 28)).hasMessageContaining("not -1");
    }
}
