package onward.sentry.core.rig;

/** How gas gets from the tubing to the sensors. */
public enum Delivery {
    CUP("cup over the sensors"),
    TEE("tee with an open end"),
    DIRECT("straight onto the inlet"),
    BAG("bag"),
    STATION("bench station with its own valve");

    private final String label;

    Delivery(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }
}
