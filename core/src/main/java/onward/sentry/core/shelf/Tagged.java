package onward.sentry.core.shelf;

import java.util.Objects;
import onward.sentry.core.cylinder.Cylinder;

/** A cylinder with the tag that people call it by. */
public record Tagged(String tag, Cylinder cylinder) {
    public Tagged {
        Objects.requireNonNull(tag, "tag");
        Objects.requireNonNull(cylinder, "cylinder");
    }
}
