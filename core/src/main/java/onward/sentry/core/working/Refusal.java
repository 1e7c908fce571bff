package onward.sentry.core.working;

import java.util.Objects;

/**
 * Why something is not allowed, and the way out.
 *
 * @param code stable word for programs, for example {@code cylinder-expired}
 * @param field what was given wrongly, as the form names it; empty when no single field is to blame
 * @param reason one sentence with the value given and the limit
 * @param wayOut what to do instead
 */
public record Refusal(String code, String field, String reason, String wayOut) {

    /**
     * Checks the limits.
     *
     * @param code stable word for programs, for example {@code cylinder-expired}
     * @param field what was given wrongly, as the form names it; empty when no single field is to blame
     * @param reason one sentence with the value given and the limit
     * @param wayOut what to do instead
     * @throws onward.sentry.core.working.Refused where a limit is broken; the refusal names the field
     */
    public Refusal {
        Objects.requireNonNull(code, "code");
        Objects.requireNonNull(field, "field");
        Objects.requireNonNull(reason, "reason");
        Objects.requireNonNull(wayOut, "wayOut");
    }

    /**
     * Throws {@link Refused} with this refusal unless the condition holds.
     *
     * @param allowed whether the condition holds
     * @param code of the refusal, such as {@code cylinder-expired}
     * @param field name of the field that the refusal is about
     * @param reason why; a sentence for people
     * @param wayOut how to put it right
     */
    public static void unless(boolean allowed, String code, String field, String reason, String wayOut) {
        if (!allowed) {
            throw new Refused(new Refusal(code, field, reason, wayOut));
        }
    }
}
