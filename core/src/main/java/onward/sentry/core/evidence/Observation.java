package onward.sentry.core.evidence;

import onward.sentry.core.detector.SensorSpec;

/**
 * One number that was seen of one sensor, and that a cause can predict.
 *
 * @param value of the kind's own measure
 * @param sigma by how much a sound sensor strays from what is predicted, one standard deviation in the same measure
 * @param told for people: {@code "CO 40 of 80 ppm"}
 */
public record Observation(Kind kind, Moment moment, SensorSpec sensor, double value, double sigma, String told) {

    /** What was seen. */
    public enum Kind {
        /** Share of the way from clean air to what is expected, held against the sensor's own last good span where known. */
        SHARE(3),
        /** Natural logarithm of the time to 90 % over the card's. */
        SPEED(4),
        /** Share of the way that the last quarter of the exposure still added. */
        RISE(1),
        /** Natural logarithm of the scatter around its own trend, over a step of the display or 1 % of what is expected. */
        JITTER(6),
        /** How far from clean air, in zero tolerances. */
        OFFSET(60),
        /** Mean share that other detectors showed on the same cylinder. */
        OTHERS(3);

        private final double width;

        Kind(double width) {
            this.width = width;
        }

        /**
         * Over how wide a range a number lies that nothing explains.
         *
         * @return in the unit of the observation
         */
        public double width() {
            return width;
        }
    }

    /**
     * {@return whether it is about this sensor}
     *
     * @param slot slot of the sensor, from 1
     */
    public boolean isOf(int slot) {
        return sensor.slot() == slot;
    }
}
