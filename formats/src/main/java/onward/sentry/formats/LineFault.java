package onward.sentry.formats;

import java.util.Optional;

/**
 * Something wrong in a line of a table.
 *
 * @param column as the table calls it
 * @param value as it stands there
 * @param instead what is probably meant; empty when nobody can know
 */
public record LineFault(String column, String value, String reason, String wayOut, Optional<String> instead) {}
