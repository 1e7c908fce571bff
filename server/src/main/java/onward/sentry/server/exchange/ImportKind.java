package onward.sentry.server.exchange;

import onward.sentry.server.people.Role;

/** What a table that comes in holds. */
enum ImportKind {
    DETECTORS(Role.LEAD),
    CYLINDERS(Role.TECHNICIAN),
    /** Jobs that were done on paper. */
    RUNS(Role.LEAD);

    private final Role least;

    ImportKind(Role least) {
        this.least = least;
    }

    /** Who may bring one in. */
    Role least() {
        return least;
    }
}
