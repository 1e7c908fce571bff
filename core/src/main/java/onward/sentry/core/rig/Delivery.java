package onward.sentry.core.rig;

/** How gas gets from the tubing to the sensors. */
public enum Delivery {
    /** A cup over the sensors, with a fixed flow. */
    CUP("cup over the sensors"),
    /** A tee whose open end lets the surplus out, for pumps. */
    TEE("tee with an open end"),
    /** Straight onto the inlet. */
    DIRECT("straight onto the inlet"),
    /** A bag that the pump draws from. */
    BAG("bag"),
    /** A bench station with a valve of its own. */
    STATION("bench station with its own valve");

    private final String label;

    Delivery(String label) {
        this.label = label;
    }

    /** {@return the words for screens and records} */
    public String label() {
        return label;
    }
}
