package onward.sentry.core.cylinder;

/** Where a cylinder stands in its life. */
public enum CylinderState {
    /** Registered, and not yet compared with the outgoing cylinder: it sets nothing. */
    NEW("new"),
    /** Connected at the bench, or ready to be. */
    IN_USE("in use"),
    /** At its reserve: no reading is taken from it. */
    EMPTY("empty"),
    /** In quarantine until a lead decides. */
    ON_HOLD("on hold"),
    /** Back with the supplier. */
    RETURNED("returned");

    private final String label;

    CylinderState(String label) {
        this.label = label;
    }

    /** {@return the words for screens and records} */
    public String label() {
        return label;
    }
}
