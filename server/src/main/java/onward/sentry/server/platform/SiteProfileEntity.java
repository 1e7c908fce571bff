package onward.sentry.server.platform;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Optional;
import onward.sentry.core.policy.SiteProfile;

/** The one row that says who the site is. */
@Entity
@Table(name = "site_profile")
class SiteProfileEntity {

    static final int ID = 1;

    @Id
    private int id = ID;

    private String name;
    private String address;
    private String zone;
    private byte[] logo;
    private String logoType;
    private Instant changedAt;
    private String changedBy;

    @Version
    private long version;

    protected SiteProfileEntity() {}

    SiteProfileEntity(SiteProfile profile, Instant at, String by) {
        change(profile, at, by);
    }

    void change(SiteProfile profile, Instant at, String by) {
        name = profile.name();
        address = profile.address();
        zone = profile.zone().getId();
        changedAt = at;
        changedBy = by;
    }

    void show(Optional<SiteLogo> shown, Instant at, String by) {
        logo = shown.map(SiteLogo::content).orElse(null);
        logoType = shown.map(SiteLogo::mediaType).orElse(null);
        changedAt = at;
        changedBy = by;
    }

    SiteProfile profile() {
        return SiteProfile.of(name, address, zone);
    }

    Optional<SiteLogo> logo() {
        return logo == null ? Optional.empty() : Optional.of(new SiteLogo(logo, logoType));
    }
}
