package onward.sentry.core.card;

import onward.sentry.core.units.ShownUnit;
import onward.sentry.core.units.SiteUnits;

/** What a technician reads off and types in before gas; cards and records hold it in its {@link #unit()}. */
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

    /** What the number is typed in at a site: temperatures in the site's unit, everything else in its own. */
    public ShownUnit in(SiteUnits site) {
        return this == INSTRUMENT_TEMPERATURE || this == AMBIENT_TEMPERATURE ? site.temperature() : new AsKept(unit);
    }

    /** {@code AMBIENT_TEMPERATURE.text(20, site)} returns {@code "20 °C"}, at a site that reads °F {@code "68 °F"}. */
    public String text(double kept, SiteUnits site) {
        return in(site).text(kept);
    }

    /** A number that is shown as it is kept. */
    private record AsKept(String symbol) implements ShownUnit {

        @Override
        public int decimals() {
            return 3;
        }

        @Override
        public double shown(double kept) {
            return kept;
        }

        @Override
        public double kept(double shown) {
            return shown;
        }
    }
}
