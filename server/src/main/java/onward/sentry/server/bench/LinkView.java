package onward.sentry.server.bench;

import onward.sentry.core.trace.LinkSilence;

/**
 * How old the last reading over the link is.
 *
 * @param level {@code LIVE}, {@code STALE} (shown with its age) or {@code SILENT} (nobody knows what the sensors read)
 * @param silentSeconds since a gateway was last heard, in whole seconds
 */
record LinkView(LinkSilence.Level level, long silentSeconds) {

    static LinkView of(LinkSilence silence) {
        return new LinkView(silence.level(), silence.silentMillis() / 1_000);
    }
}
