package onward.sentry.core.rig;

import onward.sentry.core.gas.CleanAir;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;

/**
 * A pumped detector that draws from a fixed regulator through a tee. Gas must spill at the tee; where it does not, room
 * air makes up the rest.
 *
 * <p>Source: the balance of flows at the tee.
 */
public final class Flow {

    private Flow() {}

    /**
     * {@return least flow of the regulator, {@code Qp · (1 + margin)}: 0.30 L/min with a margin of 0.20 returns 0.36}
     *
     * @param pumpLitresPerMinute flow that the pump draws, L/min, above 0
     * @param margin flow above what the pump draws, as a share of it
     */
    public static double required(double pumpLitresPerMinute, double margin) {
        positive(pumpLitresPerMinute, "pump_l_min");
        Refusal.unless(
                margin >= 0 && margin <= 2,
                "margin",
                "margin",
                "The margin is 0 to 2, not " + Figures.upTo(margin, 3) + ".",
                "20 % is 0.20.");
        return pumpLitresPerMinute * (1 + margin);
    }

    /**
     * {@return share of the sample that is gas and not room air, at most 1}
     *
     * @param regulatorLitresPerMinute flow that the regulator gives, L/min, above 0
     * @param pumpLitresPerMinute flow that the pump draws, L/min, above 0
     */
    public static double gasShare(double regulatorLitresPerMinute, double pumpLitresPerMinute) {
        positive(regulatorLitresPerMinute, "regulator");
        positive(pumpLitresPerMinute, "pump");
        return Math.min(1, regulatorLitresPerMinute / pumpLitresPerMinute);
    }

    /**
     * {@return what an under-fed detector reads, {@code C · Qr ÷ Qp}: 80 ppm at 0.24 of 0.30 L/min returns 64}
     *
     * @param concentration of the gas in the cylinder, in any unit
     * @param regulatorLitresPerMinute flow that the regulator gives, L/min, above 0
     * @param pumpLitresPerMinute flow that the pump draws, L/min, above 0
     */
    public static double underfed(double concentration, double regulatorLitresPerMinute, double pumpLitresPerMinute) {
        return concentration * gasShare(regulatorLitresPerMinute, pumpLitresPerMinute);
    }

    /**
     * {@return the same for oxygen, {@code (O₂ · Qr + 20.9 · (Qp − Qr)) ÷ Qp}: 16.0 vol% at 0.24 of 0.30 L/min returns
     * 16.98}
     *
     * @param oxygenVolPercent oxygen of the gas, vol%
     * @param regulatorLitresPerMinute flow that the regulator gives, L/min, above 0
     * @param pumpLitresPerMinute flow that the pump draws, L/min, above 0
     */
    public static double underfedOxygen(
            double oxygenVolPercent, double regulatorLitresPerMinute, double pumpLitresPerMinute) {
        double share = gasShare(regulatorLitresPerMinute, pumpLitresPerMinute);
        return oxygenVolPercent * share + CleanAir.OXYGEN_VOL_PERCENT * (1 - share);
    }

    /**
     * Oxygen as tracer: how much of the sample is room air, {@code f = (O₂read − O₂mix) ÷ (20.9 − O₂mix)}. A mix of 16.0
     * read as 17.2 returns 0.2449; every other gas must then read {@code (1 − f) · C}.
     *
     * @param mixVolPercent oxygen of the mix, 0 to below 20.9
     * @param readVolPercent oxygen that is read, vol%
     * @return may lie outside 0 to 1 by the uncertainty of the reading
     */
    public static double airFraction(double mixVolPercent, double readVolPercent) {
        Refusal.unless(
                mixVolPercent >= 0 && mixVolPercent < CleanAir.OXYGEN_VOL_PERCENT - 0.5,
                "tracer",
                "o2_mix",
                "A mix with " + Figures.upTo(mixVolPercent, 2) + " vol% oxygen cannot tell itself from air.",
                "Use a mix with at least 0.5 vol% less than air, 20.9.");
        return (readVolPercent - mixVolPercent) / (CleanAir.OXYGEN_VOL_PERCENT - mixVolPercent);
    }

    private static void positive(double flow, String field) {
        Refusal.unless(
                flow > 0 && flow <= 20,
                "flow",
                field,
                "A flow is above 0 and at most 20 L/min, not " + Figures.upTo(flow, 3) + ".",
                "Give litres a minute.");
    }
}
