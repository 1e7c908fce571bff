package onward.sentry.core.gas;

/** Against which side of its certificate's uncertainty a gas is taken. */
public enum ReferenceValue {
    /** As the certificate prints it. */
    NOMINAL {
        @Override
        public double of(Gas gas, double certified, double relativeUncertainty) {
            return certified;
        }
    },
    /**
     * The cautious bound: {@code C · (1 + u)} for gases that are dangerous when high, {@code C · (1 − u)} for oxygen, which
     * is the cautious side for deficiency and not for enrichment. CO 80 ±2 % returns 81.6; O₂ 16.0 ±1 % returns 15.84.
     */
    CAUTIOUS {
        @Override
        public double of(Gas gas, double certified, double relativeUncertainty) {
            return certified * (gas.isOxygen() ? 1 - relativeUncertainty : 1 + relativeUncertainty);
        }
    };

    /**
     * @param gas the gas
     * @param certified as the certificate prints it, in any unit
     * @param relativeUncertainty fraction: ±2 % is 0.02
     * @return concentration to judge by, in the unit of the certificate
     */
    public abstract double of(Gas gas, double certified, double relativeUncertainty);
}
