package onward.sentry.core.units;

import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.Locale;

/** How a site writes its days; each form can be read in one way only. */
public enum DateForm {
    /** 2 March 2026 is {@code "2 Mar 2026"}. */
    DAY_FIRST("d MMM uuuu"),

    /** 2 March 2026 is {@code "Mar 2, 2026"}. */
    MONTH_FIRST("MMM d, uuuu"),

    /** 2 March 2026 is {@code "2026-03-02"}. */
    YEAR_FIRST("uuuu-MM-dd");

    private final DateTimeFormatter form;

    DateForm(String pattern) {
        form = DateTimeFormatter.ofPattern(pattern, Locale.ENGLISH);
    }

    public String day(LocalDate date) {
        return form.format(date);
    }
}
