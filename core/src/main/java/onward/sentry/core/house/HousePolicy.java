package onward.sentry.core.house;

import onward.sentry.core.working.Refusal;

/**
 * The site's own rules, versioned; every verdict names the version it was judged by.
 *
 * @param version counts up from 1
 * @param tolerancePercent of a calibration check: 5, 10, 15 or 20
 * @param bumpEachDay a bump before each day's use
 * @param warnBeforeExpiryDays how early an expiring cylinder is warned about
 * @param reserve fraction of a full cylinder that is never used, 0 to 0.5
 */
public record HousePolicy(
        int version, double tolerancePercent, boolean bumpEachDay, int warnBeforeExpiryDays, double reserve) {

    /** What ships: 10 %, a bump each day, 30 days' warning, 5 % reserve. */
    public static final HousePolicy SHIPPED = new HousePolicy(1, 10, true, 30, 0.05);

    public HousePolicy {
        Refusal.unless(
                tolerancePercent == 5 || tolerancePercent == 10 || tolerancePercent == 15 || tolerancePercent == 20,
                "policy-tolerance",
                "tolerancePercent",
                "Tolerance is 5, 10, 15 or 20 %, not " + tolerancePercent + ".",
                "Pick one of these.");
        Refusal.unless(
                reserve >= 0 && reserve <= 0.5,
                "policy-reserve",
                "reserve",
                "The reserve is 0 to half of a full cylinder, not " + reserve + ".",
                "0.05 is usual.");
    }

    /** How workings name it: {@code "house policy v1"}. */
    public String name() {
        return "house policy v" + version;
    }
}
