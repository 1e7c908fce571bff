package onward.sentry.core.schedule;

import java.time.LocalDate;
import onward.sentry.core.working.Refusal;

/**
 * What somebody sees happen to a detector that makes it due at once. What the program sees by itself, such as a failed bump
 * or a recalled cylinder, is no matter of choice.
 */
public enum TriggerCause {
    /** It was dropped or hit. */
    DROPPED("dropped or hit", "It fell, or something fell on it."),
    /** It met gas beyond its range, or a poison. */
    EXPOSED("over-range or poison exposure", "Silicones, lead, halogens, sulphides, or gas beyond its range."),
    /** Its lamp or filter was serviced. */
    CLEANED("lamp or filter serviced", "The lamp was cleaned, or the filter changed."),
    /** Its battery went flat. */
    BATTERY_FLAT("battery went flat", "A biased sensor has lost its bias."),
    /** It moved by over 300 m of altitude. */
    MOVED("moved over 300 m in altitude", "A sensor that feels partial pressure reads otherwise there."),
    /** It is new, or back from service. */
    SERVICED("new, or back from service", "Nobody here has calibrated it yet.");

    private static final int MOST_LETTERS = 200;

    private final String label;
    private final String explanation;

    TriggerCause(String label, String explanation) {
        this.label = label;
        this.explanation = explanation;
    }

    /** {@return the words for screens and records} */
    public String label() {
        return label;
    }

    /** {@return when it is meant, in one sentence} */
    public String explanation() {
        return explanation;
    }

    /**
     * {@return what makes the detector due, in words: {@code DROPPED.on(2026-03-02, "off the quay")} returns the cause
     * "dropped or hit: off the quay"}
     *
     * @param day the day to look at
     * @param remark may be empty, at most 200 letters
     */
    public Cause on(LocalDate day, String remark) {
        var told = remark.strip();
        Refusal.unless(
                told.length() <= MOST_LETTERS,
                "trigger-remark",
                "remark",
                "A remark has at most " + MOST_LETTERS + " characters, this one has " + told.length() + ".",
                "Say it shorter.");
        return Cause.reported(day, told.isEmpty() ? label : label + ": " + told);
    }
}
