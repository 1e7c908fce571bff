package onward.sentry.server.platform;

/** How long a text may be whose field says nothing else. */
public final class TextLimit {

    public static final int USUAL_LETTERS = 2_000;

    private TextLimit() {}
}
