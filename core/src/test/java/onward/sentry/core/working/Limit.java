package onward.sentry.core.working;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import org.assertj.core.api.ThrowableAssert.ThrowingCallable;

/** Holds a rule against the edges of what it takes, for tests. */
public final class Limit {

    private Limit() {}

    /** Each of these stands at an edge and is taken. */
    public static void taken(ThrowingCallable... atTheEdges) {
        for (var edge : atTheEdges) {
            assertThatCode(edge).doesNotThrowAnyException();
        }
    }

    /** Each of these lies beyond an edge: refused by the code and field, with a reason and a way out in whole sentences. */
    public static void refused(String code, String field, ThrowingCallable... beyond) {
        for (var attempt : beyond) {
            var refused = catchThrowableOfType(Refused.class, attempt);
            assertThat(refused).as("%s of %s", code, field).isNotNull();
            var refusal = refused.refusal();
            assertThat(refusal.code()).isEqualTo(code);
            assertThat(refusal.field()).isEqualTo(field);
            assertThat(refusal.reason()).endsWith(".").doesNotContain("null", "NaN", "Optional");
            assertThat(refusal.wayOut()).endsWith(".").doesNotContain("null");
        }
    }

    /** What the refusal of an attempt says, for what it must name. */
    public static Refusal refusal(ThrowingCallable attempt) {
        var refused = catchThrowableOfType(Refused.class, attempt);
        assertThat(refused).as("nothing was refused").isNotNull();
        return refused.refusal();
    }
}
