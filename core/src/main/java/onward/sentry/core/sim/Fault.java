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
        WEAK("weak", "% of its response"),
        DEAD("dead", ""),
        SLOW("slow", "times slower"),
        WANDERING("wandering zero", "steps of the display");

        private final String word;
        private final String strengthIn;

        Kind(String word, String strengthIn) {
            this.word = word;
            this.strengthIn = strengthIn;
        }

        public String word() {
            return word;
        }

        /** What its strength counts; empty where it has none. */
        public String strengthIn() {
            return strengthIn;
        }
    }
}
