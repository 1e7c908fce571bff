package onward.sentry.core.cylinder;

/** Where a cylinder stands in its life. */
public enum CylinderState {
    /** Registered, and not yet compared with the outgoing cylinder: it sets nothing. */
    NEW("new"),
    IN_USE("in use"),
    EMPTY("empty"),
    ON_HOLD("on hold"),
    RETURNED("returned");

    private final String label;

    CylinderState(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }
}
