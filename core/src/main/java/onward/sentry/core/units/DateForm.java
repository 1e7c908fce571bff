package onward.sentry.core.units;

import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** How a site writes its days; each form can be read in one way only. */
public enum DateForm {
    /** 2 March 2026 is {@code "2 Mar 2026"}. */
    DAY_FIRST("d MMM uuuu"),

    /** 2 March 2026 is {@code "Mar 2, 2026"}. */
    MONTH_FIRST("MMM d, uuuu"),

    /** 2 March 2026 is {@code "2026-03-02"}. */
    YEAR_FIRST("uuuu-MM-dd");

    /** A day that stands by itself: not inside a number, a tag, an address or a moment. */
    private static final Pattern DAY = Pattern.compile("(?<![\\w./:-])\\d{4}-\\d{2}-\\d{2}(?![\\w/-]|[.:]\\w)");

    private final DateTimeFormatter form;

    DateForm(String pattern) {
        form = DateTimeFormatter.ofPattern(pattern, Locale.ENGLISH);
    }

    /**
     * {@return a day in this form, such as {@code 2 Mar 2026}}
     *
     * @param date the day
     */
    public String day(LocalDate date) {
        return form.format(date);
    }

    /**
     * {@return a sentence of the rules with its days as the site writes them: {@code "Due on 2026-03-02."} returns {@code
     * "Due on 2 Mar 2026."}} What only looks like a day, such as 2026-02-31 or a part of a longer mark, stays as it is.
     *
     * @param sentence that may name days as 2026-03-02
     */
    public String inText(String sentence) {
        return DAY.matcher(sentence).replaceAll(found -> Matcher.quoteReplacement(written(found.group())));
    }

    /**
     * {@return whether a sentence holds a day that {@link #inText} may rewrite: {@code "Due on 2026-03-02."} does}
     *
     * @param sentence that may name days as 2026-03-02
     */
    public static boolean namesADay(String sentence) {
        return DAY.matcher(sentence).find();
    }

    private String written(String iso) {
        try {
            return day(LocalDate.parse(iso));
        } catch (DateTimeParseException none) {
            return iso;
        }
    }
}
