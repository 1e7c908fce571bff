package onward.sentry.core.sim;

/**
 * Something wrong with one sensor.
 *
 * @param strength for a weak sensor its response in %, for a slow one how many times slower, for a wandering zero how
 *     many steps of the display it stands off and cannot be zeroed
 */
public record Fault(Kind kind, double strength) {

    /** What a sensor can have. */
    public enum Kind {
        /** Responds by a share. */
        WEAK("weak", "% of its response"),
        /** Does not respond. */
        DEAD("dead", ""),
        /** Responds late. */
        SLOW("slow", "times slower"),
        /** Its zero wanders. */
        WANDERING("wandering zero", "steps of the display");

        private final String word;
        private final String strengthIn;

        Kind(String word, String strengthIn) {
            this.word = word;
            this.strengthIn = strengthIn;
        }

        /** {@return the word of the fault} */
        public String word() {
            return word;
        }

        /** {@return what its strength counts; empty where it has none} */
        public String strengthIn() {
            return strengthIn;
        }
    }
}
