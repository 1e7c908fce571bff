package onward.sentry.core.result;

/** How readings come into a run. */
public enum ReadingSource {
    /** A gateway sends them. */
    LINK,
    /** The technician types what the display shows. */
    TYPED,
    /** The job was done on paper before; its figures are typed in afterwards and the record says so. */
    PAPER,
    /** An outside laboratory did the job; what its certificate says is typed in and the record says so. */
    LABORATORY,
    /** A bump in a round: the technician sees the response, numbers are optional. */
    SEEN,
    /** A bump in a round like {@link #SEEN}, with a gateway that sends the numbers. */
    SEEN_LIVE;

    /** {@return whether a gateway delivers the readings} */
    public boolean isByLink() {
        return this == LINK || this == SEEN_LIVE;
    }

    /** {@return what counts is what the technician saw} */
    public boolean isSeen() {
        return this == SEEN || this == SEEN_LIVE;
    }
}
