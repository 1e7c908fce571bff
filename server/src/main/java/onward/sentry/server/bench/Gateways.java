package onward.sentry.server.bench;

import java.util.Set;
import java.util.UUID;

/** Which detectors a gateway sends readings of; the link knows. */
public interface Gateways {

    /** Whether a gateway that was heard lately has this detector on its list. */
    boolean serves(UUID detectorId);

    /** Detectors on the list of a gateway whose token still works, heard or not. */
    Set<UUID> listed();
}
