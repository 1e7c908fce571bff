package onward.sentry.core.schedule;

import java.time.LocalDate;
import onward.sentry.core.working.Derivation;

/** A day by which work must be done, and how that day came about. */
public record DueDate(LocalDate date, Derivation working) {}
