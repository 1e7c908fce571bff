package onward.sentry.server.people;

import java.util.Locale;

/** What a person may do; each role may do what the ones before it may. */
public enum Role {
    VIEWER,
    TECHNICIAN,
    LEAD,
    ADMINISTRATOR;

    /** In words: {@code viewer}. */
    public String label() {
        return name().toLowerCase(Locale.ROOT);
    }
}
