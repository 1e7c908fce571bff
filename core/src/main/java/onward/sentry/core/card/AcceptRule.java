package onward.sentry.core.card;

import java.util.Comparator;
import java.util.List;
import java.util.OptionalDouble;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;

/**
 * When a reading is taken. All times are seconds of run time since the exposure began.
 *
 * <p>Each rule can ask for more than what is usual: {@code stableSeconds}, how long the readings must hold before they
 * count as settled, and {@code averageSeconds}, how much of the plateau is averaged; 0 means the usual figure.
 */
public sealed interface AcceptRule {

    /** What to do with the reading now. */
    enum Decision {
        /** The exposure goes on. */
        WAIT,
        /** The reading is taken. */
        ACCEPT,
        /** The time is over and the reading has not settled. */
        NOT_SETTLED
    }

    /** {@return the least exposure; no reading is ever accepted before it} */
    double leastSeconds();

    /** {@return when the waiting ends one way or the other} */
    double endSeconds();

    /** {@return how long the readings must hold; 0: the greater of 15 s and half of t90} */
    double stableSeconds();

    /** {@return how much of the plateau is averaged; 0: the last 10 s} */
    double averageSeconds();

    /**
     * {@return what happens after so much exposure}
     *
     * @param elapsedSeconds exposure so far, s
     * @param settled whether the reading has settled
     */
    Decision decide(double elapsedSeconds, boolean settled);

    /** On stability; not settled by the limit is its own outcome. */
    record OnStability(double leastSeconds, double limitSeconds, double stableSeconds, double averageSeconds)
            implements AcceptRule {
        /**
         * A rule that takes the mean of the last 3 s, after 5 s without change.
         *
         * @param leastSeconds least exposure, s
         * @param limitSeconds longest exposure, s
         */
        public OnStability(double leastSeconds, double limitSeconds) {
            this(leastSeconds, limitSeconds, 0, 0);
        }

        /**
         * Checks the limits, copies what it is given.
         *
         * @param leastSeconds least exposure, s
         * @param limitSeconds longest exposure, s
         * @param stableSeconds time without change before a reading is taken, s
         * @param averageSeconds time over which readings are averaged, s
         * @throws onward.sentry.core.working.Refused where a limit is broken; the refusal names the field
         */
        public OnStability {
            inOrder(leastSeconds, limitSeconds);
            within(limitSeconds, stableSeconds, averageSeconds);
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
    record StableOrDeadline(double leastSeconds, double deadlineSeconds, double stableSeconds, double averageSeconds)
            implements AcceptRule {
        /**
         * A rule with the usual stable time and mean.
         *
         * @param leastSeconds least exposure, s
         * @param deadlineSeconds longest exposure, s
         */
        public StableOrDeadline(double leastSeconds, double deadlineSeconds) {
            this(leastSeconds, deadlineSeconds, 0, 0);
        }

        /**
         * Checks the limits, copies what it is given.
         *
         * @param leastSeconds least exposure, s
         * @param deadlineSeconds longest exposure, s
         * @param stableSeconds time without change before a reading is taken, s
         * @param averageSeconds time over which readings are averaged, s
         * @throws onward.sentry.core.working.Refused where a limit is broken; the refusal names the field
         */
        public StableOrDeadline {
            inOrder(leastSeconds, deadlineSeconds);
            within(deadlineSeconds, stableSeconds, averageSeconds);
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
    record Countdown(double seconds, double averageSeconds) implements AcceptRule {
        /**
         * A rule with the usual mean.
         *
         * @param seconds how long, s
         */
        public Countdown(double seconds) {
            this(seconds, 0);
        }

        /**
         * Checks the limits, copies what it is given.
         *
         * @param seconds how long, s
         * @param averageSeconds time over which readings are averaged, s
         * @throws onward.sentry.core.working.Refused where a limit is broken; the refusal names the field
         */
        public Countdown {
            inOrder(seconds, seconds);
            within(seconds, 0, averageSeconds);
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
        public double stableSeconds() {
            return 0;
        }

        @Override
        public Decision decide(double elapsedSeconds, boolean settled) {
            return elapsedSeconds >= seconds ? Decision.ACCEPT : Decision.WAIT;
        }
    }

    /**
     * After a time that depends on the temperature of the air, as with tubes: the row with the highest temperature that is
     * not above the air's. The card measures the temperature in a step before.
     *
     * @param rows ascending, the first one the coldest at which the method may be used
     */
    record CountdownByTemperature(List<Row> rows, double averageSeconds) implements AcceptRule {

        /** From this temperature on it takes so long. */
        public record Row(double fromCelsius, double seconds) {}

        /**
         * Checks the limits, copies what it is given.
         *
         * @param rows ascending, the first one the coldest at which the method may be used
         * @param averageSeconds time over which readings are averaged, s
         * @throws onward.sentry.core.working.Refused with code {@code accept-rows}
         */
        public CountdownByTemperature {
            rows = rows.stream()
                    .sorted(Comparator.comparingDouble(Row::fromCelsius))
                    .toList();
            Refusal.unless(
                    !rows.isEmpty(),
                    "accept-rows",
                    "rows",
                    "A countdown by temperature has at least one row.",
                    "Add the coldest temperature at which the method may be used, and its time.");
            rows.forEach(row -> inOrder(row.seconds(), row.seconds()));
            within(rows.stream().mapToDouble(Row::seconds).min().getAsDouble(), 0, averageSeconds);
        }

        /**
         * Rows from 0 °C 120 s and from 15 °C 60 s: 18 °C returns a countdown of 60 s, 4 °C one of 120 s.
         *
         * @param celsius temperature, °C; empty when nobody measured it
         * @return a countdown of one time
         */
        public Countdown at(OptionalDouble celsius) {
            var fitting = rows.get(0);
            for (var row : rows) {
                if (celsius.isPresent() && row.fromCelsius() <= celsius.getAsDouble()) {
                    fitting = row;
                }
            }
            return new Countdown(fitting.seconds(), averageSeconds);
        }

        @Override
        public double leastSeconds() {
            return rows.get(0).seconds();
        }

        @Override
        public double endSeconds() {
            return rows.get(0).seconds();
        }

        @Override
        public double stableSeconds() {
            return 0;
        }

        @Override
        public Decision decide(double elapsedSeconds, boolean settled) {
            return at(OptionalDouble.empty()).decide(elapsedSeconds, settled);
        }
    }

    private static void inOrder(double least, double end) {
        Refusal.unless(
                least > 0 && end >= least && end <= 3600,
                "accept-times",
                "leastSeconds",
                "A reading is taken from above 0 s on, and no later than 3,600 s; this rule runs from "
                        + Figures.upTo(least, 1) + " s to " + Figures.upTo(end, 1) + " s.",
                "Give a beginning above 0 and an end that is not before it.");
    }

    private static void within(double end, double stable, double average) {
        Refusal.unless(
                stable >= 0 && stable <= end && average >= 0 && average <= end,
                "accept-window",
                "stableSeconds",
                "What must hold still and what is averaged lie within the " + Figures.upTo(end, 1)
                        + " s of the exposure; they are " + Figures.upTo(stable, 1) + " s and "
                        + Figures.upTo(average, 1) + " s.",
                "Give shorter ones, or 0 for what is usual.");
    }
}
