package onward.sentry.core.run;

import java.util.Optional;
import onward.sentry.core.trace.LinkSilence;

/**
 * The moment for which a next action is worked out: some of them depend on how long gas has been on or for how long no
 * reading has arrived.
 *
 * @param now run time, ms
 * @param link how long the gateway has been silent; empty where readings are typed, and where nobody watches the link
 */
public record RunMoment(long now, Optional<LinkSilence> link) {

    /**
     * {@return a moment of run time at which the link is not looked at: {@code at(90_000)} is a minute and a half into the
     * run}
     *
     * @param now run time, ms
     */
    public static RunMoment at(long now) {
        return new RunMoment(now, Optional.empty());
    }

    /** Nothing has arrived for so long that nobody can say what the sensors read. */
    boolean isSilent() {
        return link.filter(silence -> silence.level() == LinkSilence.Level.SILENT)
                .isPresent();
    }
}
