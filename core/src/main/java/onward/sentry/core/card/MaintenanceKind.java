package onward.sentry.core.card;

/** Work on a detector between calibrations. Stored by name. */
public enum MaintenanceKind {
    /** Put a new detector into service. */
    COMMISSION("Commission", FollowUp.DUE),
    /** Replace the inlet filter. */
    REPLACE_FILTER("Replace the filter", FollowUp.DUE),
    /** Clean the lamp of a photo-ionisation sensor. */
    CLEAN_LAMP("Clean the lamp", FollowUp.DUE),
    /** Fit a new sensor. */
    REPLACE_SENSOR("Replace a sensor", FollowUp.SENSOR_FITTED),
    /** Change or condition the battery. */
    SERVICE_BATTERY("Change or condition the battery", FollowUp.NONE),
    /** Receive it from repair. */
    RETURN_FROM_REPAIR("Return from repair", FollowUp.RECEIVED);

    /** What the end of the work does to the detector. */
    public enum FollowUp {
        /** Nothing: its due date stays unchanged. */
        NONE,
        /** It is due at once, because what was done may have moved its readings. */
        DUE,
        /** A new sensor is on record; it settles where its technology asks for that, and is due. */
        SENSOR_FITTED,
        /** It is back on the site, and due at once. */
        RECEIVED
    }

    private final String label;
    private final FollowUp followUp;

    MaintenanceKind(String label, FollowUp followUp) {
        this.label = label;
        this.followUp = followUp;
    }

    /** {@return the words for screens and records} */
    public String label() {
        return label;
    }

    /** {@return what the work means for the detector} */
    public FollowUp followUp() {
        return followUp;
    }
}
