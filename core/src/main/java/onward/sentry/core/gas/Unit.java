package onward.sentry.core.gas;

/** The units in which gas detectors and certificates give a concentration. */
public enum Unit {
    PPM("ppm"),
    VOL_PERCENT("vol%"),
    PERCENT_LEL("%LEL"),
    MG_PER_M3("mg/m³"),
    MG_PER_L("mg/L");

    private final String symbol;

    Unit(String symbol) {
        this.symbol = symbol;
    }

    public String symbol() {
        return symbol;
    }
}
