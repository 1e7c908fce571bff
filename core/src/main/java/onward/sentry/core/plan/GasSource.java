package onward.sentry.core.plan;

import java.time.LocalDate;

/**
 * A cylinder that serves a job.
 *
 * @param lastDay on which it still holds gas and is in date
 * @param serves how many models it serves
 */
public record GasSource(String tag, LocalDate lastDay, int serves) {}
