package onward.sentry.core.card;

import onward.sentry.core.units.ShownUnit;
import onward.sentry.core.units.SiteUnits;

/** What a technician reads off and types in before gas; cards and records hold it in its {@link #unit()}. */
public enum Quantity {
    /** Battery voltage after storage, V. */
    STORED_BATTERY("Battery as it was stored", "V"),
    /** Temperature of the instrument, °C. */
    INSTRUMENT_TEMPERATURE("Temperature of the instrument", "°C"),
    /** Temperature of the air, °C. */
    AMBIENT_TEMPERATURE("Temperature of the air", "°C"),
    /** Station pressure, kPa. */
    STATION_PRESSURE("Station pressure on the barometer", "kPa"),
    /** Hours since power-on. */
    POWER_ON_HOURS("Hours since power-on", "h"),
    /** Flow at the meter, L/min. */
    FLOW_AT_METER("Flow at the meter", "L/min");

    private final String label;
    private final String unit;

    Quantity(String label, String unit) {
        this.label = label;
        this.unit = unit;
    }

    /** {@return the words for screens and records} */
    public String label() {
        return label;
    }

    /** {@return the symbol of the unit that records keep} */
    public String unit() {
        return unit;
    }

    /**
     * {@return what the number is typed in at a site: temperatures in the site's unit, everything else in its own}
     *
     * @param site units of the site
     */
    public ShownUnit in(SiteUnits site) {
        return this == INSTRUMENT_TEMPERATURE || this == AMBIENT_TEMPERATURE ? site.temperature() : new AsKept(unit);
    }

    /**
     * {@code AMBIENT_TEMPERATURE.text(20, site)} returns {@code "20 °C"}, at a site that reads °F {@code "68 °F"}.
     *
     * @param kept value as records keep it
     * @param site units of the site
     * @return value and unit as the site reads them
     */
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
