package onward.sentry.core.gas;

import onward.sentry.core.working.Derivation;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;

/**
 * What a catalytic bead that was set on one combustible gas shows for another: {@code true %LEL of B = displayed ·
 * F(B) ÷ F(A)}, F relative to methane. A factor belongs to a basis of explosive limits; on the IEC basis
 * {@code F_iec = F · (LEL_hb ÷ LEL_iec) ÷ (5.0 ÷ 4.4)}. It holds for a single known vapour only, never for a mixture.
 *
 * @param basis the detector's basis
 * @param gases the figures that the site works with
 */
public record CatalyticResponse(LelBasis basis, GasLibrary gases) {

    /** With the figures that ship. */
    public CatalyticResponse(LelBasis basis) {
        this(basis, GasLibrary.shipped());
    }

    /**
     * F relative to methane: n-pentane returns 2.1 on the handbook basis and 2.52 on the IEC basis.
     *
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

    /** What B really is when a bead set on A displays so much: 18 %LEL set on propane, methane seen, returns 10.0. */
    public double trueLel(double displayed, Gas setOn, Gas seen) {
        return displayed * factor(seen) / factor(setOn);
    }

    /** The true concentration at which an alarm sounds for another vapour; the same arithmetic, turned to the alarm. */
    public Derivation alarm(double setPoint, Gas setOn, Gas seen) {
        return Derivation.of("Alarm for another vapour", "true %LEL = set point · F(seen) ÷ F(set on)")
                .with("set point", Figures.upTo(setPoint, 2) + " %LEL")
                .with("F(" + seen.nameInSentence() + ")", Figures.upTo(factor(seen), 3))
                .with("F(" + setOn.nameInSentence() + ")", Figures.upTo(factor(setOn), 3))
                .gives("sounds at " + Figures.upTo(trueLel(setPoint, setOn, seen), 2) + " %LEL of "
                        + seen.nameInSentence());
    }

    /**
     * Set point for methane applied so that the bead reads as another vapour: 30 %LEL methane for n-heptane returns 78.0.
     * Methane on purpose: a poisoned bead loses methane first, so the loss shows.
     */
    public double simulantSetPoint(double methaneLel, Gas vapour) {
        return methaneLel * factor(vapour);
    }
}
