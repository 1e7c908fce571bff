package onward.sentry.core.gas;

import java.util.Map;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;

/**
 * What a photo-ionisation sensor set on isobutylene shows for another gas: {@code true ppm = displayed · RF}. A gas whose
 * ionisation energy lies above the lamp's cannot be seen at all; an unknown factor is never taken as 1.
 *
 * <p>Source: the definition of the response factor, isobutylene is 1; mixtures by {@code 1 ÷ Σ(x ÷ RF)}, as handbooks of
 * the method give it.
 *
 * @param lampEv energy of the lamp; figures are known for 10.6 eV
 *
 */
public record PhotoIonisation(double lampEv) {

    private static final double KNOWN_LAMP = 10.6;
    private static final double SHARE_SLACK = 1e-6;

    /**
     * Checks the limits.
     *
     * @param lampEv energy of the lamp; figures are known for 10.6 eV
     * @throws onward.sentry.core.working.Refused with code {@code lamp-unknown}
     */
    public PhotoIonisation {
        Refusal.unless(
                lampEv == KNOWN_LAMP,
                "lamp-unknown",
                "lamp",
                "Response factors are known for a 10.6 eV lamp, not for " + Figures.upTo(lampEv, 2) + " eV.",
                "Use 10.6.");
    }

    /**
     * @param gas the gas
     * @return the factor; 1 for isobutylene
     * @throws onward.sentry.core.working.Refused with code {@code not-seen} or {@code no-photo-factor}
     */
    public double factor(Gas gas) {
        Refusal.unless(
                gas.ionisationEv() <= lampEv,
                "not-seen",
                "seen",
                gas.name() + " takes " + Figures.upTo(gas.ionisationEv(), 2) + " eV to ionise, above the lamp's "
                        + Figures.upTo(lampEv, 2) + " eV: it cannot be seen at all.",
                "Use another kind of sensor for it.");
        Refusal.unless(
                gas.photoFactor().isPresent(),
                "no-photo-factor",
                "seen",
                "The lamp ionises " + gas.nameInSentence() + ", but no response factor is known for it.",
                "Take it from the instrument's manual and enter it; it is never taken as 1.");
        return gas.photoFactor().getAsDouble();
    }

    /**
     * 14 ppm displayed with butanone there returns 12.6.
     *
     * @param displayed reading on the display, in the unit of the sensor
     * @param seen the gas that is there
     * @return ppm
     */
    public double truePpm(double displayed, Gas seen) {
        return displayed * factor(seen);
    }

    /**
     * {@return factor of a mixture, {@code 1 ÷ RF = Σ xᵢ ÷ RFᵢ}: half toluene, half n-hexane returns 0.89583}
     *
     * @param shares mole fraction of each gas; together 1
     */
    public double mixtureFactor(Map<Gas, Double> shares) {
        double sum = shares.values().stream().mapToDouble(Double::doubleValue).sum();
        Refusal.unless(
                !shares.isEmpty() && shares.values().stream().allMatch(x -> x > 0) && Math.abs(sum - 1) <= SHARE_SLACK,
                "shares",
                "shares",
                "The shares of a mixture are above 0 and together 1; they were " + Figures.upTo(sum, 6) + ".",
                "Give every part, for example toluene=0.5 n-hexane=0.5.");
        double inverse = 0;
        for (var share : shares.entrySet()) {
            inverse += share.getValue() / factor(share.getKey());
        }
        return 1 / inverse;
    }
}
