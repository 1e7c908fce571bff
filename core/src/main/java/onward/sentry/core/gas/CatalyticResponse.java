package onward.sentry.core.gas;

import onward.sentry.core.working.Derivation;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;

/**
 * What a catalytic bead that was set on one combustible gas shows for another: {@code true %LEL of B = displayed ·
 * F(B) ÷ F(A)}, F relative to methane. A factor belongs to a basis of explosive limits; on the IEC basis
 * {@code F_iec = F · (LEL_hb ÷ LEL_iec) ÷ (5.0 ÷ 4.4)}. It holds for a single known vapour only, never for a mixture.
 *
 * <p>Source: the definition of the factor as a ratio of responses in %LEL; conversion between bases by the ratio of the
 * limits.
 *
 * @param basis the detector's basis
 * @param gases the figures that the site works with
 *
 */
public record CatalyticResponse(LelBasis basis, GasLibrary gases) {

    /**
     * With the figures that ship.
     *
     * @param basis how 100 %LEL is counted
     */
    public CatalyticResponse(LelBasis basis) {
        this(basis, GasLibrary.shipped());
    }

    /**
     * F relative to methane: n-pentane returns 2.1 on the handbook basis and 2.52 on the IEC basis.
     *
     * @param gas the gas
     * @return the factor; 1 for methane
     * @throws onward.sentry.core.working.Refused with code {@code no-catalytic-factor}
     */
    public double factor(Gas gas) {
        Refusal.unless(
                gas.catalyticFactor().isPresent() && gas.lel(basis).isPresent(),
                "no-catalytic-factor",
                "gas",
                "No factor of a catalytic bead is known for " + gas.nameInSentence() + ".",
                "Take it from the instrument's manual and enter it, or set the sensor on that gas itself.");
        double onHandbook = gas.catalyticFactor().getAsDouble();
        if (basis == LelBasis.HANDBOOK) {
            return onHandbook;
        }
        return onHandbook * limits(gas) / limits(gases.gas("methane"));
    }

    private static double limits(Gas gas) {
        return gas.lel(LelBasis.HANDBOOK).getAsDouble() / gas.lel(LelBasis.IEC).getAsDouble();
    }

    /**
     * {@return what B really is when a bead set on A displays so much: 18 %LEL set on propane, methane seen, returns 10.0}
     *
     * @param displayed reading on the display, in the unit of the sensor
     * @param setOn the gas that the sensor was set with
     * @param seen the gas that is there
     */
    public double trueLel(double displayed, Gas setOn, Gas seen) {
        return displayed * factor(seen) / factor(setOn);
    }

    /**
     * {@return the true concentration at which an alarm sounds for another vapour; the same arithmetic, turned to the alarm}
     *
     * @param setPoint on the display, %LEL
     * @param setOn the gas that the sensor was set with
     * @param seen the gas that is there
     */
    public Derivation alarm(double setPoint, Gas setOn, Gas seen) {
        return Derivation.of("Alarm for another vapour", "true %LEL = set point · F(seen) ÷ F(set on)")
                .with("set point", Figures.upTo(setPoint, 2) + " %LEL")
                .with("F(" + seen.nameInSentence() + ")", Figures.upTo(factor(seen), 3))
                .with("F(" + setOn.nameInSentence() + ")", Figures.upTo(factor(setOn), 3))
                .gives("sounds at " + Figures.upTo(trueLel(setPoint, setOn, seen), 2) + " %LEL of "
                        + seen.nameInSentence());
    }

    /**
     * {@return set point for methane applied so that the bead reads as another vapour: 30 %LEL methane for n-heptane returns
     * 78.0} Methane on purpose: a poisoned bead loses methane first, so the loss shows.
     *
     * @param methaneLel set point, %LEL methane
     * @param vapour the gas to respond to
     */
    public double simulantSetPoint(double methaneLel, Gas vapour) {
        return methaneLel * factor(vapour);
    }
}
