package onward.sentry.core.detector;

/** What a model shows while it is calibrated. The two must never be mixed up. */
public enum ReadingMode {
    /** The raw full-span reading: the span response is seen directly. */
    RAW("raw reading"),
    /** The reading under the gain of the last calibration: the error is seen, the response is chained from run to run. */
    DISPLAYED("displayed reading");

    private final String label;

    ReadingMode(String label) {
        this.label = label;
    }

    /** {@return the words for screens and records} */
    public String label() {
        return label;
    }
}
