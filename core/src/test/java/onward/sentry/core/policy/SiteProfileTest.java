package onward.sentry.core.policy;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import onward.sentry.core.working.Refused;
import org.junit.jupiter.api.Test;

class SiteProfileTest {

    @Test
    void anAddressKeepsItsLinesWithoutEmptyOnes() {
        var site = SiteProfile.of(" Skerravoe Co-operative ", "Ferry slip 2\n\n  Skerravoe \n", "Europe/Oslo");
        assertThat(site.name()).isEqualTo("Skerravoe Co-operative");
        assertThat(site.addressLines()).containsExactly("Ferry slip 2", "Skerravoe");
    }

    @Test
    void eachRefusalNamesItsField() {
        refused("name", " ", "", "Etc/UTC");
        refused("name", "x".repeat(81), "", "Etc/UTC");
        refused("address", "Holm", "x".repeat(301), "Etc/UTC");
        refused("zone", "Holm", "", "Europe/Skerravoe");
    }

    private static void refused(String field, String name, String address, String zone) {
        assertThatThrownBy(() -> SiteProfile.of(name, address, zone))
                .isInstanceOfSatisfying(
                        Refused.class,
                        refused -> assertThat(refused.refusal().field()).isEqualTo(field));
    }
}
