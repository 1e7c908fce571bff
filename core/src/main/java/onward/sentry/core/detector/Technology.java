package onward.sentry.core.detector;

/** How a sensing element works. */
public enum Technology {
    /** Burns combustible gas on a heated bead; needs oxygen. */
    CATALYTIC_BEAD("catalytic bead"),
    /** Feels how gas cools a wire. */
    THERMAL_CONDUCTIVITY("thermal conductivity"),
    /** Feels how gas takes up infrared light. */
    INFRARED("infrared"),
    /** A cell whose current follows the gas. */
    ELECTROCHEMICAL("electrochemical"),
    /** A cell that needs a bias voltage all the time. */
    BIASED_ELECTROCHEMICAL("biased electrochemical"),
    /** An oxygen cell that wears with use. */
    GALVANIC("galvanic oxygen"),
    /** Ionises vapours with an ultraviolet lamp. */
    PHOTO_IONISATION("photo-ionisation"),
    /** A cell that burns the gas as fuel. */
    FUEL_CELL("fuel cell");

    private final String label;

    Technology(String label) {
        this.label = label;
    }

    /** {@return the words for screens and records} */
    public String label() {
        return label;
    }
}
