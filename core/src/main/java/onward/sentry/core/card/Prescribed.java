package onward.sentry.core.card;

import java.util.Objects;
import java.util.Optional;
import onward.sentry.core.policy.SpanGrading;

/**
 * How the maker of a model has it judged, so that the site's own choice does not apply to it.
 *
 * @param grading how a span is graded; empty: as the site does
 * @param accept the accept rules on the card stand as they are; false: the site may put its own in their place
 */
public record Prescribed(Optional<SpanGrading> grading, boolean accept) {

    /** Nothing: the site decides. */
    public static final Prescribed NONE = new Prescribed(Optional.empty(), false);

    /**
     * Checks the limits.
     *
     * @param grading how a span is graded; empty: as the site does
     * @param accept the accept rules on the card stand as they are; false: the site may put its own in their place
     * @throws onward.sentry.core.working.Refused where a limit is broken; the refusal names the field
     */
    public Prescribed {
        grading = Objects.requireNonNullElse(grading, Optional.empty());
    }
}
