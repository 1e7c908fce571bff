package onward.sentry.core.card;

/** Where the clean air of a zero comes from. */
public enum ZeroAir {
    AMBIENT("fresh ambient air"),
    CYLINDER("a zero-air cylinder"),
    /** Takes organic vapours out, and neither carbon monoxide, methane nor hydrogen. */
    CHARCOAL("ambient air through charcoal");

    private final String label;

    ZeroAir(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }
}
