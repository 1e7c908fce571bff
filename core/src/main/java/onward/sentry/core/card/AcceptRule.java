package onward.sentry.core.card;

/** When a reading is taken. All times are seconds of run time since the exposure began. */
public sealed interface AcceptRule {

    /** What to do with the reading now. */
    enum Decision {
        WAIT,
        ACCEPT,
        NOT_SETTLED
    }

    /** The least exposure; no reading is ever accepted before it. */
    double leastSeconds();

    /** When the waiting ends one way or the other. */
    double endSeconds();

    Decision decide(double elapsedSeconds, boolean settled);

    /** On stability; not settled by the limit is its own outcome. */
    record OnStability(double leastSeconds, double limitSeconds) implements AcceptRule {
        public OnStability {
            inOrder(leastSeconds, limitSeconds);
        }

        @Override
        public double endSeconds() {
            return limitSeconds;
        }

        @Override
        public Decision decide(double elapsedSeconds, boolean settled) {
            if (elapsedSeconds >= leastSeconds && settled) {
                return Decision.ACCEPT;
            }
            return elapsedSeconds >= limitSeconds ? Decision.NOT_SETTLED : Decision.WAIT;
        }
    }

    /** On stability, but no later than the deadline: then it is taken as it stands. */
    record StableOrDeadline(double leastSeconds, double deadlineSeconds) implements AcceptRule {
        public StableOrDeadline {
            inOrder(leastSeconds, deadlineSeconds);
        }

        @Override
        public double endSeconds() {
            return deadlineSeconds;
        }

        @Override
        public Decision decide(double elapsedSeconds, boolean settled) {
            boolean due = elapsedSeconds >= deadlineSeconds || (elapsedSeconds >= leastSeconds && settled);
            return due ? Decision.ACCEPT : Decision.WAIT;
        }
    }

    /** After a fixed time, settled or not. */
    record Countdown(double seconds) implements AcceptRule {
        public Countdown {
            inOrder(seconds, seconds);
        }

        @Override
        public double leastSeconds() {
            return seconds;
        }

        @Override
        public double endSeconds() {
            return seconds;
        }

        @Override
        public Decision decide(double elapsedSeconds, boolean settled) {
            return elapsedSeconds >= seconds ? Decision.ACCEPT : Decision.WAIT;
        }
    }

    private static void inOrder(double least, double end) {
        if (!(least > 0 && end >= least && end <= 3600)) {
            throw new IllegalArgumentException(
                    "least exposure above 0, end no earlier and within an hour: " + least + " s, " + end + " s");
        }
    }
}
