package onward.sentry.core.schedule;

import java.util.Optional;

/** What a board in a crew room says of a detector: may somebody take it now. The order is that of the board. */
public enum BoardStatus {
    /** It may be taken as it is. */
    READY,
    /** It may be taken after its bump test. */
    BUMP_FIRST,
    /** Nobody takes it: due at once, overdue, on hold, in repair or lost. */
    DO_NOT_USE,
    /** Somebody has it. */
    CHECKED_OUT;

    /**
     * A detector that is due today by its interval may still be used and is ready; one that is due because it was dropped
     * may not, and never looks as if it might.
     *
     * @param word state of the detector
     * @param usable may be used now
     * @return empty: it is not in the fleet any more
     */
    public static Optional<BoardStatus> of(DetectorState word, boolean usable) {
        return switch (word) {
            case RETIRED -> Optional.empty();
            case OUT -> Optional.of(CHECKED_OUT);
            case BUMP_FIRST -> Optional.of(BUMP_FIRST);
            case LOST, IN_REPAIR, ON_HOLD, OVERDUE -> Optional.of(DO_NOT_USE);
            case DUE, DUE_SOON, READY -> Optional.of(usable ? READY : DO_NOT_USE);
        };
    }
}
