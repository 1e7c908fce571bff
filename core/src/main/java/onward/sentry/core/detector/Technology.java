package onward.sentry.core.detector;

/** How a sensing element works. */
public enum Technology {
    CATALYTIC_BEAD("catalytic bead"),
    THERMAL_CONDUCTIVITY("thermal conductivity"),
    INFRARED("infrared"),
    ELECTROCHEMICAL("electrochemical"),
    BIASED_ELECTROCHEMICAL("biased electrochemical"),
    GALVANIC("galvanic oxygen"),
    PHOTO_IONISATION("photo-ionisation"),
    FUEL_CELL("fuel cell");

    private final String label;

    Technology(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }
}
