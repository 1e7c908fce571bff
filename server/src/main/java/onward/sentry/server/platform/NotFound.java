package onward.sentry.server.platform;

/** What was asked for is not on record. */
public final class NotFound extends RuntimeException {

    public NotFound(String what) {
        super(what + " is not on record.");
    }
}
