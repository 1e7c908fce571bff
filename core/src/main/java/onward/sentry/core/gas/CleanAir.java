package onward.sentry.core.gas;

/** What a sensor must read in clean air. */
public final class CleanAir {

    /** Oxygen in dry clean air, vol%. */
    public static final double OXYGEN_VOL_PERCENT = 20.9;

    private CleanAir() {}

    /** The reading that a sensor for this gas has in clean air, in the sensor's own unit: 20.9 for oxygen, else 0. */
    public static double readingOf(Gas gas) {
        return gas.isOxygen() ? OXYGEN_VOL_PERCENT : 0;
    }
}
