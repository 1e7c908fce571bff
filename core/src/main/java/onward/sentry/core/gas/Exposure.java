package onward.sentry.core.gas;

import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;

/**
 * Averages of exposure as detectors count them, from readings at equal steps of time.
 *
 * <p>Source: the definitions of occupational exposure limits: 15 min for the short term, 8 h for the shift.
 */
public final class Exposure {

    private static final double STEL_SECONDS = 15 * 60;
    private static final double SHIFT_SECONDS = 8 * 3600;

    private Exposure() {}

    /**
     * Short-term exposure: the highest mean over any 15 min. 15 min at 40 ppm, then 15 min at 0, returns 40.
     *
     * @param readings in any unit, each standing for one step
     * @param stepSeconds above 0, at most 15 min
     * @return in the unit of the readings
     */
    public static double stel(double[] readings, double stepSeconds) {
        check(readings, stepSeconds);
        int window = (int) Math.round(STEL_SECONDS / stepSeconds);
        double sum = 0;
        double most = 0;
        for (int i = 0; i < readings.length; i++) {
            sum += readings[i] - (i >= window ? readings[i - window] : 0);
            most = Math.max(most, sum / window);
        }
        return most;
    }

    /**
     * Time-weighted average over a shift of 8 h, time not covered counting as 0: 2 h at 30 ppm and 6 h at 10 ppm returns 15.
     *
     * @param readings at equal steps, in any unit
     * @param stepSeconds time between two readings, s, above 0
     * @return in the unit of the readings
     */
    public static double twa(double[] readings, double stepSeconds) {
        check(readings, stepSeconds);
        double sum = 0;
        for (double reading : readings) {
            sum += reading;
        }
        return sum * stepSeconds / SHIFT_SECONDS;
    }

    private static void check(double[] readings, double stepSeconds) {
        Refusal.unless(
                stepSeconds > 0 && stepSeconds <= STEL_SECONDS,
                "step",
                "step_s",
                "A step is above 0 and at most 900 s, not " + Figures.upTo(stepSeconds, 2) + " s.",
                "Give the seconds between two readings.");
        Refusal.unless(
                readings.length > 0, "readings", "readings", "There are no readings.", "Give them as 15x40/15x0.");
    }
}
