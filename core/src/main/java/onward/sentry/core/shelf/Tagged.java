package onward.sentry.core.shelf;

import java.util.Objects;
import onward.sentry.core.cylinder.Cylinder;

/** A cylinder with the tag that people call it by. */
public record Tagged(String tag, Cylinder cylinder) {
    /**
     * Checks the limits.
     *
     * @param tag as people call it
     * @param cylinder the cylinder to look at
     * @throws onward.sentry.core.working.Refused where a limit is broken; the refusal names the field
     */
    public Tagged {
        Objects.requireNonNull(tag, "tag");
        Objects.requireNonNull(cylinder, "cylinder");
    }
}
