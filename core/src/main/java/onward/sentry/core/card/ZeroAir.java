package onward.sentry.core.card;

/** Where the clean air of a zero comes from. */
public enum ZeroAir {
    /** Fresh ambient air. */
    AMBIENT("fresh ambient air"),
    /** A zero-air cylinder. */
    CYLINDER("a zero-air cylinder"),
    /** Takes organic vapours out, and neither carbon monoxide, methane nor hydrogen. */
    CHARCOAL("ambient air through charcoal");

    private final String label;

    ZeroAir(String label) {
        this.label = label;
    }

    /** {@return the words for screens and records} */
    public String label() {
        return label;
    }
}
