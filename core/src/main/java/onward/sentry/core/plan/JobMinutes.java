package onward.sentry.core.plan;

/**
 * How long a job takes.
 *
 * @param usual minutes, 1 or more
 * @param mostly eight of ten take no longer
 * @param runs that it is known from; 0: from its card
 */
public record JobMinutes(int usual, int mostly, int runs) {

    /**
     * By a card, before anybody has worked it here.
     *
     * @param minutes that a job takes
     * @return minutes without runs behind them
     */
    public static JobMinutes byCard(int minutes) {
        return new JobMinutes(minutes, minutes, 0);
    }

    /**
     * {@code "14 min, 8 of 10 within 17 min, from 23 runs here"}.
     *
     * @return a phrase for the plan
     */
    public String words() {
        return runs == 0
                ? usual + " min by its card; it has not been worked often enough here to tell"
                : usual + " min, 8 of 10 within " + mostly + " min, from " + runs + " runs here";
    }
}
