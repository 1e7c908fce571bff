package onward.sentry.core.card;

/** Something to change or to look at before another try. */
public enum NextTry {
    /** Check valve, gauge and flow. */
    CHECK_FLOW("check valve, gauge and flow at the meter", 1),
    /** Check tubing, adapter and tee. */
    CHECK_RIG("push tubing and adapter fully home, look at tee and flow", 1.5),
    /** Lower the flow. */
    LESS_FLOW("lower the flow or open the tee", 1),
    /** Compare the label with the cylinder that is connected. */
    COMPARE_LABEL("compare the label with what is connected, line by line", 1),
    /** Remove the charcoal filter. */
    CHARCOAL_OFF("take the charcoal filter off", 1),
    /** Turn modes and factors of the detector off. */
    CHECK_MODE("turn masking mode, gas factor and trace range off", 1),
    /** Compare the set point with the label. */
    CHECK_SET_POINT("compare set point and LEL basis with the label", 1),
    /** Go into clean air and zero again. */
    VENTILATE("go into clean air, then zero again", 3),
    /** Zero again. */
    ZERO_AGAIN("adapter off, clean air, zero once more", 2),
    /** Change the filter and let the sensor rest. */
    REST_AND_FILTER("change the inlet filter, let the sensor rest in clean air", 5),
    /** Change the cylinder. */
    ANOTHER_CYLINDER("take another cylinder of this gas", 2),
    /** Service or replace the sensor. */
    SERVICE_SENSOR("service or replace the sensor", 12);

    private final String words;
    private final double minutes;

    NextTry(String words, double minutes) {
        this.words = words;
        this.minutes = minutes;
    }

    /**
     * As an instruction in lower case.
     *
     * @return a phrase without a full stop
     */
    public String words() {
        return words;
    }

    /** {@return what it costs, its gas in it, in minutes at the bench: 1 for a look, 12 for a sensor} */
    public double minutes() {
        return minutes;
    }
}
