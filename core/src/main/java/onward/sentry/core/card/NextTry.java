package onward.sentry.core.card;

/** Something to change or to look at before another try. */
public enum NextTry {
    CHECK_FLOW("check valve, gauge and flow at the meter", 1),
    CHECK_RIG("push tubing and adapter fully home, look at tee and flow", 1.5),
    LESS_FLOW("lower the flow or open the tee", 1),
    COMPARE_LABEL("compare the label with what is connected, line by line", 1),
    CHARCOAL_OFF("take the charcoal filter off", 1),
    CHECK_MODE("turn masking mode, gas factor and trace range off", 1),
    CHECK_SET_POINT("compare set point and LEL basis with the label", 1),
    VENTILATE("go into clean air, then zero again", 3),
    ZERO_AGAIN("adapter off, clean air, zero once more", 2),
    REST_AND_FILTER("change the inlet filter, let the sensor rest in clean air", 5),
    ANOTHER_CYLINDER("take another cylinder of this gas", 2),
    SERVICE_SENSOR("service or replace the sensor", 12);

    private final String words;
    private final double minutes;

    NextTry(String words, double minutes) {
        this.words = words;
        this.minutes = minutes;
    }

    /** As an instruction in lower case. */
    public String words() {
        return words;
    }

    /** What it costs, its gas in it, in minutes at the bench: 1 for a look, 12 for a sensor. */
    public double minutes() {
        return minutes;
    }
}
