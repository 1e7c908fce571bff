package onward.sentry.core.doubt;

import static onward.sentry.core.working.Figures.upTo;

import java.util.List;
import onward.sentry.core.working.Derivation;

/**
 * A reason not to set sensors to the gas that is on them before it was confirmed.
 *
 * @param slots of the sensors with suspect readings
 * @param percent {@link Kind#ROOM_AIR}: share of room air in the gas; {@link Kind#SUDDEN_CHANGE}: response of the sensor
 * @param low of the interval that holds about 95 %: of the share of room air, or of the response by the sensor's own trend
 * @param high of the same interval
 * @param estimates what each sensor alone says of it
 * @param confirmed it was seen again after the gas or the rig was changed, so that the sensors may be set
 */
public record Doubt(
        Kind kind,
        List<Integer> slots,
        double percent,
        double low,
        double high,
        List<Estimate> estimates,
        boolean confirmed,
        Derivation working) {

    /** What is suspect. */
    public enum Kind {
        /** Every gas is weaker by the same share, or oxygen is shifted towards 20.9 vol%. */
        ROOM_AIR,
        /** A sensor responds otherwise than its own trend says. */
        SUDDEN_CHANGE
    }

    /**
     * What one sensor alone says, with the interval that holds about 95 %.
     *
     * @param percent share of room air, or response of the sensor; below 0 where it reads more than is due
     */
    public record Estimate(int slot, double percent, double low, double high) {}

    /**
     * Copies what it is given.
     *
     * @param kind which kind
     * @param slots of the sensors with suspect readings
     * @param percent {@link Kind#ROOM_AIR}: share of room air in the gas; {@link Kind#SUDDEN_CHANGE}: response of the sensor
     * @param low of the interval that holds about 95 %: of the share of room air, or of the response by the sensor's own
     *     trend
     * @param high of the same interval
     * @param estimates what each sensor alone says of it
     * @param confirmed it was seen again after the gas or the rig was changed, so that the sensors may be set
     * @param working the derivation
     */
    public Doubt {
        slots = List.copyOf(slots);
        estimates = List.copyOf(estimates);
    }

    /**
     * In one sentence, without a full stop: {@code "about 47 % room air in the gas"}.
     *
     * @return a phrase
     */
    public String words() {
        return kind == Kind.ROOM_AIR
                ? "about " + upTo(percent, 0) + " % room air in the gas"
                : "a response of " + upTo(percent, 0) + " % where its own trend says " + upTo((low + high) / 2, 0)
                        + " %";
    }

    /** {@return the same, seen again after a change} */
    public Doubt asConfirmed() {
        return new Doubt(kind, slots, percent, low, high, estimates, true, working);
    }
}
