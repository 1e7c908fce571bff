package onward.sentry.server.people;

import onward.sentry.core.policy.Signing;
import onward.sentry.core.units.SiteUnits;

/** What a session needs of the site rules. */
public interface SessionRules {

    /** How a signature is proved, and when a device locks. */
    Signing signing();

    /** What is read and typed in. */
    SiteUnits units();
}
