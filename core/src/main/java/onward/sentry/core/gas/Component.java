package onward.sentry.core.gas;

import java.util.Objects;
import onward.sentry.core.working.Figures;

/**
 * A gas of a mix with its certified concentration.
 *
 * @param gasId a gas of the library
 * @param certified as the certificate prints it
 * @param relativeUncertainty as a fraction of the concentration, 0 to below 1: ±2 % is 0.02
 * @param statesTwo the certificate states that its uncertainty is expanded with k = 2
 */
public record Component(String gasId, Concentration certified, double relativeUncertainty, boolean statesTwo) {

    /**
     * A certificate that says nothing of its coverage factor.
     *
     * @param gasId id of a gas of the library
     * @param certified concentration that the certificate states
     * @param relativeUncertainty expanded, as a share of the concentration
     */
    public Component(String gasId, Concentration certified, double relativeUncertainty) {
        this(gasId, certified, relativeUncertainty, false);
    }

    /**
     * Checks the limits.
     *
     * @param gasId a gas of the library
     * @param certified as the certificate prints it
     * @param relativeUncertainty as a fraction of the concentration, 0 to below 1: ±2 % is 0.02
     * @param statesTwo the certificate states that its uncertainty is expanded with k = 2
     * @throws onward.sentry.core.working.Refused where a limit is broken; the refusal names the field
     */
    public Component {
        Objects.requireNonNull(gasId, "gasId");
        Objects.requireNonNull(certified, "certified");
        if (!(relativeUncertainty >= 0 && relativeUncertainty < 1)) {
            throw new IllegalArgumentException(
                    "uncertainty is a fraction from 0 to below 1, was " + relativeUncertainty);
        }
        if (certified.value() == 0) {
            throw new IllegalArgumentException("a component of 0 is no component: " + gasId);
        }
    }

    /**
     * As certificates print it: {@code "±2 %"}, and {@code "±2 % (k = 2)"} where the coverage is stated.
     *
     * @return text for labels and records
     */
    public String uncertainty() {
        return "±" + Figures.upTo(100 * relativeUncertainty, 1) + " %" + (statesTwo ? " (k = 2)" : "");
    }
}
