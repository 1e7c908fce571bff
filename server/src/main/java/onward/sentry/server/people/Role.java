package onward.sentry.server.people;

/** What a person may do; each role may do what the ones before it may. */
public enum Role {
    VIEWER,
    TECHNICIAN,
    LEAD,
    ADMINISTRATOR
}
