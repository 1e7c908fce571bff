package onward.sentry.server.bench;

import java.util.UUID;

/** Which detectors a gateway sends readings of; the link knows. */
public interface Gateways {

    /** Whether a gateway that was heard lately has this detector on its list. */
    boolean serves(UUID detectorId);
}
