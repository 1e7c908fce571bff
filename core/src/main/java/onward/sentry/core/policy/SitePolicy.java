package onward.sentry.core.policy;

import onward.sentry.core.gas.GasLibrary;
import onward.sentry.core.gas.SiteFigures;
import onward.sentry.core.schedule.Rhythm;
import onward.sentry.core.units.SiteUnits;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;

/**
 * The site's own rules, versioned; every verdict names the version it was judged by.
 *
 * @param version counts up from 1
 * @param tolerancePercent of a calibration check: 5, 10, 15 or 20
 * @param bumpEachDay a bump before use is asked for; how long one counts stands in {@code rhythm}
 * @param warnBeforeExpiryDays how early an expiring cylinder is warned about, 0 to 365
 * @param reserve fraction of a full cylinder that is never used, 0 to 0.5
 * @param altitudeMetres of the bench, for the pressure where no barometer is read; −430 to 5,000
 * @param units that the site reads in
 * @param lead from order to shelf
 * @param signing how a signature is proved, and when a device locks
 * @param cautions the site's own words at the bench
 * @param schools which side the site takes where practitioners disagree
 * @param figures of gases and sensors that the site has from elsewhere than the handbook
 * @param rhythm how often a bump is asked for, and how early work is due soon; on rules of before it was set, each day
 */
public record SitePolicy(
        int version,
        double tolerancePercent,
        boolean bumpEachDay,
        int warnBeforeExpiryDays,
        double reserve,
        double altitudeMetres,
        SiteUnits units,
        LeadTimes lead,
        Signing signing,
        Cautions cautions,
        MethodOptions schools,
        SiteFigures figures,
        Rhythm rhythm) {

    /** What ships: 10 %, a bump each day, 30 days' warning, 5 % reserve, sea level, gas in 14 days and sensors in 28. */
    public static final SitePolicy SHIPPED = new SitePolicy(
            1,
            10,
            true,
            30,
            0.05,
            0,
            SiteUnits.SHIPPED,
            LeadTimes.SHIPPED,
            Signing.SHIPPED,
            Cautions.SHIPPED,
            MethodOptions.SHIPPED,
            SiteFigures.NONE,
            Rhythm.SHIPPED);

    /**
     * Checks the limits, fills in what older records leave out.
     *
     * @param version counts up from 1
     * @param tolerancePercent of a calibration check: 5, 10, 15 or 20
     * @param bumpEachDay a bump before use is asked for; how long one counts stands in {@code rhythm}
     * @param warnBeforeExpiryDays how early an expiring cylinder is warned about, 0 to 365
     * @param reserve fraction of a full cylinder that is never used, 0 to 0.5
     * @param altitudeMetres of the bench, for the pressure where no barometer is read; −430 to 5,000
     * @param units that the site reads in
     * @param lead from order to shelf
     * @param signing how a signature is proved, and when a device locks
     * @param cautions the site's own words at the bench
     * @param schools which side the site takes where practitioners disagree
     * @param figures of gases and sensors that the site has from elsewhere than the handbook
     * @param rhythm how often a bump is asked for, and how early work is due soon; on rules of before it was set, each day
     * @throws onward.sentry.core.working.Refused with one of the codes {@code policy-bump}, {@code policy-reserve}, {@code
     *     policy-warning}, {@code policy-altitude}
     */
    public SitePolicy {
        units = units == null ? SiteUnits.SHIPPED : units;
        lead = lead == null ? LeadTimes.SHIPPED : lead;
        signing = signing == null ? Signing.SHIPPED : signing;
        cautions = cautions == null ? Cautions.SHIPPED : cautions;
        schools = schools == null ? MethodOptions.SHIPPED : schools;
        figures = figures == null ? SiteFigures.NONE : figures;
        rhythm = rhythm == null ? new Rhythm(bumpEachDay ? 1 : 0, Rhythm.SHIPPED.soonDays()) : rhythm;
        Refusal.unless(
                bumpEachDay == rhythm.asksForBump(),
                "policy-bump",
                "bumpEachDay",
                bumpEachDay
                        ? "A bump is asked for, and counts for 0 days."
                        : "No bump is asked for, and one counts for " + rhythm.bumpDays() + " days.",
                "Say the same in bumpEachDay and in rhythm.bumpDays.");
        checkTolerance(tolerancePercent);
        Refusal.unless(
                reserve >= 0 && reserve <= 0.5,
                "policy-reserve",
                "reserve",
                "The reserve is 0 to half of a full cylinder, not " + reserve + ".",
                "0.05 is usual.");
        Refusal.unless(
                warnBeforeExpiryDays >= 0 && warnBeforeExpiryDays <= 365,
                "policy-warning",
                "warnBeforeExpiryDays",
                "Expiry is warned about 0 to 365 days ahead, not " + warnBeforeExpiryDays + ".",
                "30 is usual.");
        Refusal.unless(
                altitudeMetres >= -430 && altitudeMetres <= 5_000,
                "policy-altitude",
                "altitudeMetres",
                "The bench is between −430 and 5,000 m, not at " + altitudeMetres + ".",
                "Give metres above sea level.");
    }

    /**
     * @param percent 0 or more
     * @throws onward.sentry.core.working.Refused when it is not 5, 10, 15 or 20 %
     */
    public static void checkTolerance(double percent) {
        Refusal.unless(
                percent == 5 || percent == 10 || percent == 15 || percent == 20,
                "policy-tolerance",
                "tolerancePercent",
                "Tolerance is 5, 10, 15 or 20 %, not " + Figures.upTo(percent, 2) + ".",
                "Pick one of these.");
    }

    /**
     * {@return the same rules with one part changed}
     *
     * @param other the new options
     */
    public SitePolicy with(MethodOptions other) {
        return copy(version, units, other, figures);
    }

    /**
     * {@return the same rules with one part changed}
     *
     * @param other the new figures
     */
    public SitePolicy with(SiteFigures other) {
        return copy(version, units, schools, other);
    }

    /**
     * {@return the same rules with one part changed}
     *
     * @param other the new units
     */
    public SitePolicy with(SiteUnits other) {
        return copy(version, other, schools, figures);
    }

    /**
     * {@return the same rules as another version}
     *
     * @param other the new version
     */
    public SitePolicy withVersion(int other) {
        return copy(other, units, schools, figures);
    }

    private SitePolicy copy(int number, SiteUnits read, MethodOptions side, SiteFigures own) {
        return new SitePolicy(
                number,
                tolerancePercent,
                bumpEachDay,
                warnBeforeExpiryDays,
                reserve,
                altitudeMetres,
                read,
                lead,
                signing,
                cautions,
                side,
                own,
                rhythm);
    }

    /** {@return the gases with the site's figures} */
    public GasLibrary gases() {
        return GasLibrary.with(figures);
    }

    /** {@return how workings name it: {@code "site rules v1"}} */
    public String name() {
        return "site rules v" + version;
    }
}
