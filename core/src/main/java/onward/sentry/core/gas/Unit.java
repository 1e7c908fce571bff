package onward.sentry.core.gas;

/** The units in which gas detectors and certificates give a concentration. */
public enum Unit {
    /** Parts per million by volume. */
    PPM("ppm"),
    /** Percent by volume. */
    VOL_PERCENT("vol%"),
    /** Percent of the lower explosive limit. */
    PERCENT_LEL("%LEL"),
    /** Milligrams per cubic metre. */
    MG_PER_M3("mg/m³"),
    /** Milligrams per litre. */
    MG_PER_L("mg/L");

    private final String symbol;

    Unit(String symbol) {
        this.symbol = symbol;
    }

    /** {@return the symbol for screens and records} */
    public String symbol() {
        return symbol;
    }
}
