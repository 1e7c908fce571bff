package onward.sentry.formats;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.Optional;
import java.util.regex.Pattern;

/** What a field of a table says, where it says it plainly. */
final class SheetField {

    private static final Pattern DAY_FIRST = Pattern.compile("(\\d{1,2})[./-](\\d{1,2})[./-](\\d{4})");

    private SheetField() {}

    /** A day as 2026-12-31; empty for anything else. */
    static Optional<LocalDate> day(String text) {
        try {
            return Optional.of(LocalDate.parse(text));
        } catch (DateTimeException e) {
            return Optional.empty();
        }
    }

    /** The day that 26.3.2026 means: only where no other reading is possible, since 3/2/2026 is one of two. */
    static Optional<LocalDate> meantDay(String text) {
        var parts = DAY_FIRST.matcher(text);
        if (!parts.matches() || Integer.parseInt(parts.group(1)) <= 12) {
            return Optional.empty();
        }
        try {
            return Optional.of(LocalDate.of(
                    Integer.parseInt(parts.group(3)),
                    Integer.parseInt(parts.group(2)),
                    Integer.parseInt(parts.group(1))));
        } catch (DateTimeException e) {
            return Optional.empty();
        }
    }

    /** A number with a point or a comma; empty for anything else. */
    static Optional<Double> number(String text) {
        try {
            return Optional.of(Double.parseDouble(text.replace(',', '.'))).filter(Double::isFinite);
        } catch (NumberFormatException e) {
            return Optional.empty();
        }
    }
}
