package onward.sentry.core.card;

/** What a technician reads off and types in before gas. */
public enum Quantity {
    STORED_BATTERY("Battery as it was stored", "V"),
    INSTRUMENT_TEMPERATURE("Temperature of the instrument", "°C"),
    AMBIENT_TEMPERATURE("Temperature of the air", "°C"),
    STATION_PRESSURE("Station pressure on the barometer", "kPa"),
    POWER_ON_HOURS("Hours since power-on", "h"),
    FLOW_AT_METER("Flow at the meter", "L/min");

    private final String label;
    private final String unit;

    Quantity(String label, String unit) {
        this.label = label;
        this.unit = unit;
    }

    public String label() {
        return label;
    }

    public String unit() {
        return unit;
    }
}
