package onward.sentry.core.schedule;

import java.time.LocalDate;

/** Something that makes a detector due at once, for example a failed bump. */
public record Trigger(LocalDate on, String cause) {}
