package onward.sentry.core.maintenance;

import onward.sentry.core.working.Refusal;

/**
 * Spare parts of one kind.
 *
 * @param name 1 to 60 characters
 * @param count that are there, 0 to 9,999
 * @param reorderAt at this count or below more are ordered, 0 to 9,999
 */
public record PartStock(String name, int count, int reorderAt) {

    private static final int MOST = 9_999;

    /**
     * Checks the limits, strips blanks.
     *
     * @param name 1 to 60 characters
     * @param count that are there, 0 to 9,999
     * @param reorderAt at this count or below more are ordered, 0 to 9,999
     * @throws onward.sentry.core.working.Refused with code {@code part-name}
     */
    public PartStock {
        name = name.strip();
        Refusal.unless(
                !name.isEmpty() && name.length() <= 60,
                "part-name",
                "name",
                "The name of a part has 1 to 60 characters, not " + name.length() + ".",
                "For example: inlet filter.");
        within("count", count);
        within("reorderAt", reorderAt);
    }

    private static void within(String field, int value) {
        Refusal.unless(
                value >= 0 && value <= MOST,
                "part-count",
                field,
                "A count may be 0 to " + MOST + ", not " + value + ".",
                "Count the parts again.");
    }

    /**
     * After some were used. More than there were on record leaves none: the record was wrong, not the work.
     *
     * @param used how many were used
     * @return the stock after that
     */
    public PartStock less(int used) {
        return new PartStock(name, Math.max(0, count - used), reorderAt);
    }

    /** {@return two filters left with a reorder point of 2 returns {@code true}} */
    public boolean isLow() {
        return count <= reorderAt;
    }
}
