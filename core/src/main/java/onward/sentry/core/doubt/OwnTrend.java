package onward.sentry.core.doubt;

import onward.sentry.core.working.Refusal;

/**
 * What a sensor should respond with today by the line through its own spans.
 *
 * @param percent span response, above 0
 * @param standard uncertainty of one span about the line, % of response, above 0
 */
public record OwnTrend(double percent, double standard) {

    /**
     * @param percent span response, above 0
     * @param standard uncertainty of one span about the line, % of response, above 0
     * @throws onward.sentry.core.working.Refused with code {@code trend} where one of them is not above 0
     */
    public OwnTrend {
        Refusal.unless(
                percent > 0 && standard > 0 && Double.isFinite(percent) && Double.isFinite(standard),
                "trend",
                "trends",
                "A trend has a response and an uncertainty above 0, not " + percent + " and " + standard + ".",
                "Leave it out where nothing is known of the sensor.");
    }
}
