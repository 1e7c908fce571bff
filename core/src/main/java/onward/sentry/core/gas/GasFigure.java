package onward.sentry.core.gas;

import java.util.OptionalDouble;

/** A figure of a gas that a site may have from elsewhere than the handbook. */
public enum GasFigure {
    /** Lower explosive limit from handbooks, vol%. */
    LEL_HANDBOOK("lower explosive limit, handbook", "vol%", 100),
    /** Lower explosive limit from the IEC standard, vol%. */
    LEL_IEC("lower explosive limit, IEC", "vol%", 100),
    /** Response factor of a catalytic bead, methane is 1. */
    CATALYTIC_FACTOR("factor of a catalytic bead, methane = 1", "", 20),
    /** Response factor of a 10.6 eV lamp, isobutylene is 1. */
    PHOTO_FACTOR("response factor of a 10.6 eV lamp, isobutylene = 1", "", 500);

    private final String label;
    private final String unit;
    private final double most;

    GasFigure(String label, String unit, double most) {
        this.label = label;
        this.unit = unit;
        this.most = most;
    }

    /** {@return the words for screens and records} */
    public String label() {
        return label;
    }

    /**
     * Empty for a factor.
     *
     * @return the symbol of the unit
     */
    public String unit() {
        return unit;
    }

    /** {@return the figure is above 0 and at most this} */
    public double most() {
        return most;
    }

    /** {@return where it comes from when the site has said nothing else} */
    public String shippedSource() {
        return this == LEL_IEC ? "IEC 60079-20-1" : "handbook value";
    }

    /**
     * {@return the figure of a gas; empty when the library has none}
     *
     * @param gas the gas
     */
    public OptionalDouble of(Gas gas) {
        return switch (this) {
            case LEL_HANDBOOK -> gas.lelHandbook();
            case LEL_IEC -> gas.lelIec();
            case CATALYTIC_FACTOR -> gas.catalyticFactor();
            case PHOTO_FACTOR -> gas.photoFactor();
        };
    }
}
