package onward.sentry.tools.conformance;

/** What the link protocol asks of a gateway, in the order in which the check comes to it. */
enum Requirement {
    TOKEN("shows its token with every request: 'Authorization: Bearer TOKEN'"),
    POLLING("asks for the detectors at most once a second while no run needs readings"),
    SESSION("opens a session for the run that the answer names"),
    FIRST_SEQUENCE("begins at the session's nextSequence, and counts up by one"),
    RUN_TIME("goes on from the session's runTime; 'at' rises from reading to reading and from batch to batch"),
    NOW("sends 'now', if at all, not more than 60 s before the last reading"),
    VALUES("sends a number for slots of the card only, and never null"),
    RATE("sends 1 to 5 readings a second, in batches of at most 5,000"),
    REPEAT_AFTER_ERROR("sends the same batch again after 503"),
    REPEAT_WITHOUT_ANSWER("sends the same batch again when no answer came"),
    SESSION_ENDED("opens a session again after 'link-session-ended'"),
    RUN_OVER("sends nothing more once the answer names no run"),
    REVOKED("asks at most once a second after 401");

    private final String words;

    Requirement(String words) {
        this.words = words;
    }

    String words() {
        return words;
    }
}
