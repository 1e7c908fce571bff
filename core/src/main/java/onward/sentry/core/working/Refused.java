package onward.sentry.core.working;

/** Thrown when a rule of the job does not allow what was asked; carries the whole {@link Refusal}. */
public final class Refused extends RuntimeException {

    private final transient Refusal refusal;

    /**
     * Carries a refusal to whoever answers for it.
     *
     * @param refusal what is refused, and why
     */
    public Refused(Refusal refusal) {
        super(refusal.reason() + " " + refusal.wayOut());
        this.refusal = refusal;
    }

    /** {@return what is refused, and why} */
    public Refusal refusal() {
        return refusal;
    }
}
