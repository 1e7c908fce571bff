package onward.sentry.server.people;

import onward.sentry.core.house.Signing;

/** What the house rules say about signatures. */
public interface SigningRules {

    Signing signing();
}
