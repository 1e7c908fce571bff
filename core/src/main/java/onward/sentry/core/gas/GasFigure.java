package onward.sentry.core.gas;

import java.util.OptionalDouble;

/** A figure of a gas that a site may have from elsewhere than the handbook. */
public enum GasFigure {
    LEL_HANDBOOK("lower explosive limit, handbook", "vol%", 100),
    LEL_IEC("lower explosive limit, IEC", "vol%", 100),
    CATALYTIC_FACTOR("factor of a catalytic bead, methane = 1", "", 20),
    PHOTO_FACTOR("response factor of a 10.6 eV lamp, isobutylene = 1", "", 500);

    private final String label;
    private final String unit;
    private final double most;

    GasFigure(String label, String unit, double most) {
        this.label = label;
        this.unit = unit;
        this.most = most;
    }

    public String label() {
        return label;
    }

    /** Empty for a factor. */
    public String unit() {
        return unit;
    }

    /** The figure is above 0 and at most this. */
    public double most() {
        return most;
    }

    /** Where it comes from when the site has said nothing else. */
    public String shippedSource() {
        return this == LEL_IEC ? "IEC 60079-20-1" : "handbook value";
    }

    public OptionalDouble of(Gas gas) {
        return switch (this) {
            case LEL_HANDBOOK -> gas.lelHandbook();
            case LEL_IEC -> gas.lelIec();
            case CATALYTIC_FACTOR -> gas.catalyticFactor();
            case PHOTO_FACTOR -> gas.photoFactor();
        };
    }
}
