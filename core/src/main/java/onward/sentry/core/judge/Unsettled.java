package onward.sentry.core.judge;

import static onward.sentry.core.working.Figures.upTo;

import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.trace.Stability;
import onward.sentry.core.trace.StabilityLimits;
import onward.sentry.core.working.Derivation;

/**
 * How still a reading was when it was taken, and what that counts against it: {@code max(|slope| · τ, spread ÷ 2)} over the
 * last window where it had not settled, 0 where it had.
 *
 * @param settled the readings had settled
 * @param spread largest minus smallest reading of the window that counts, in the sensor's unit
 * @param slopePerSecond of the window
 * @param tauSeconds time constant of the sensor
 * @param readings how many of the window count
 * @param marked how many more of it are outliers
 * @param windowSeconds how long the window is
 */
public record Unsettled(
        boolean settled,
        double spread,
        double slopePerSecond,
        double tauSeconds,
        int readings,
        int marked,
        double windowSeconds) {

    /** A reading that is taken as it stands: typed once, declared settled, or judged by the first rules. */
    public static final Unsettled NONE = new Unsettled(true, 0, 0, 1, 0, 0, 0);

    /**
     * {@return how far a reading was from settled; nothing when it had settled}
     *
     * @param settled whether the reading has settled
     * @param window the readings that were looked at
     * @param limits what counts as settled
     */
    public static Unsettled of(boolean settled, Stability window, StabilityLimits limits) {
        return new Unsettled(
                settled,
                window.readings() == 0 ? 0 : window.spread(),
                window.readings() == 0 ? 0 : window.slopePerSecond(),
                limits.tauSeconds(),
                window.readings(),
                window.marked(),
                limits.windowSeconds());
    }

    /**
     * {@return what counts against the reading, in its unit: a slope of 0.2 ppm/s with τ of 10 s and a spread of 3 ppm
     * returns 2 where it had not settled}
     */
    public double amount() {
        return settled ? 0 : Math.max(Math.abs(slopePerSecond) * tauSeconds, spread / 2);
    }

    /**
     * {@return a reading that swings through more than twice the tolerance, or a window that is full of outliers, measures
     * nothing}
     *
     * @param tolerance in the unit of the sensor
     */
    public boolean isUnstable(double tolerance) {
        return !settled && (!isUsable() || !new Limit(2 * tolerance).allows(spread));
    }

    private boolean isUsable() {
        return Stability.isUsable(readings, marked);
    }

    /** Why a reading is unstable, as a result says it. */
    String unstable() {
        return isUsable()
                ? "unstable: spread above twice the tolerance"
                : "unstable: more than a fifth of the readings are outliers";
    }

    /** Taken though it moved: what the remark of a pass says. */
    String remark(SensorSpec sensor) {
        return settled
                ? ""
                : ", still moving by " + upTo(amount(), 3) + " " + sensor.unit().symbol();
    }

    /** The working with the figures of the window. */
    Derivation onto(Derivation working, SensorSpec sensor) {
        if (readings == 0) {
            return working;
        }
        var unit = " " + sensor.unit().symbol();
        var said = working.with("window", upTo(windowSeconds, 0) + " s, " + readings + " readings")
                .with("slope", upTo(slopePerSecond, 5) + unit + "/s")
                .with("spread", upTo(spread, 3) + unit)
                .with("readings left out as outliers", String.valueOf(marked));
        return settled
                ? said
                : said.with("τ", upTo(tauSeconds, 2) + " s")
                        .with("unsettled = max(|slope| · τ, spread ÷ 2)", upTo(amount(), 3) + unit);
    }
}
