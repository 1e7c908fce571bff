package onward.sentry.core.policy;

import onward.sentry.core.working.Refusal;

/**
 * How long it takes from an order to the shelf.
 *
 * @param gasDays of a cylinder, 0 to 365
 * @param partsDays of a sensor, 0 to 365
 */
public record LeadTimes(int gasDays, int partsDays) {

    /** What ships: two weeks for gas, four for sensors. */
    public static final LeadTimes SHIPPED = new LeadTimes(14, 28);

    /**
     * Checks the limits.
     *
     * @param gasDays of a cylinder, 0 to 365
     * @param partsDays of a sensor, 0 to 365
     * @throws onward.sentry.core.working.Refused where a limit is broken; the refusal names the field
     */
    public LeadTimes {
        check(gasDays, "lead.gasDays", "A cylinder");
        check(partsDays, "lead.partsDays", "A sensor");
    }

    /**
     * @param days the number of days
     * @param field name of the field that the refusal is about
     * @param what the words of the field for people
     * @throws onward.sentry.core.working.Refused when it is not 0 to 365 days
     */
    public static void check(int days, String field, String what) {
        Refusal.unless(
                days >= 0 && days <= 365,
                "lead-time",
                field,
                what + " takes 0 to 365 days from order to shelf, not " + days + ".",
                "Give the days that your supplier takes.");
    }
}
