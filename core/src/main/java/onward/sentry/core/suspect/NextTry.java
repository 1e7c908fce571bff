package onward.sentry.core.suspect;

/** Something to change or to look at before another try; cheap things that decide much come first in this order. */
public enum NextTry {
    CHECK_FLOW("check valve, gauge and flow at the meter"),
    CHECK_RIG("push tubing and adapter fully home, look at tee and flow"),
    LESS_FLOW("lower the flow or open the tee"),
    COMPARE_LABEL("compare the label with what is connected, line by line"),
    CHARCOAL_OFF("take the charcoal filter off"),
    CHECK_MODE("turn masking mode, gas factor and trace range off"),
    CHECK_SET_POINT("compare set point and LEL basis with the label"),
    VENTILATE("go into clean air, then zero again"),
    ZERO_AGAIN("adapter off, clean air, zero once more"),
    REST_AND_FILTER("change the inlet filter, let the sensor rest in clean air"),
    ANOTHER_CYLINDER("take another cylinder of this gas"),
    SERVICE_SENSOR("service or replace the sensor");

    private final String words;

    NextTry(String words) {
        this.words = words;
    }

    /** As an instruction in lower case. */
    public String words() {
        return words;
    }
}
