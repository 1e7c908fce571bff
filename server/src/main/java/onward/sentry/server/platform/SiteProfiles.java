package onward.sentry.server.platform;

import java.util.LinkedHashMap;
import java.util.Optional;
import onward.sentry.core.policy.SiteProfile;
import onward.sentry.formats.LedgerKind;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** Who the site is, and changes of that. */
@Service
public class SiteProfiles {

    private final SiteProfileRepository profiles;
    private final Ledger ledger;
    private final Site site;

    SiteProfiles(SiteProfileRepository profiles, Ledger ledger, Site site) {
        this.profiles = profiles;
        this.ledger = ledger;
        this.site = site;
    }

    /** Empty until somebody has named the site. */
    @Transactional(readOnly = true)
    public Optional<SiteProfile> profile() {
        return profiles.findById(SiteProfileEntity.ID).map(SiteProfileEntity::profile);
    }

    @Transactional(readOnly = true)
    public Optional<SiteLogo> logo() {
        return profiles.findById(SiteProfileEntity.ID).flatMap(SiteProfileEntity::logo);
    }

    @Transactional
    public SiteProfile change(SiteProfile profile, String by) {
        var now = site.now();
        profiles.findById(SiteProfileEntity.ID)
                .ifPresentOrElse(
                        row -> row.change(profile, now, by),
                        () -> profiles.save(new SiteProfileEntity(profile, now, by)));
        var entry = new LinkedHashMap<String, Object>();
        entry.put("name", profile.name());
        entry.put("address", profile.address());
        entry.put("zone", profile.zone().getId());
        profiles.flush();
        ledger.append(LedgerKind.SITE_PROFILE_SET, by, entry);
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCommit() {
                site.zoneChanged();
            }
        });
        return profile;
    }

    /** @param logo empty: none from now on */
    @Transactional
    public void show(Optional<SiteLogo> logo, String by) {
        var row = profiles.findById(SiteProfileEntity.ID).orElseThrow(() -> new NotFound("The name of the site"));
        row.show(logo, site.now(), by);
        profiles.flush();
        var entry = new LinkedHashMap<String, Object>();
        entry.put("bytes", logo.map(one -> one.content().length).orElse(0));
        ledger.append(LedgerKind.SITE_LOGO_SET, by, entry);
    }
}
