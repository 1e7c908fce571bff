package onward.sentry.core.units;

import onward.sentry.core.working.Figures;

/** A unit that people read and type; what is kept is in the unit of the records. */
public interface ShownUnit {

    /**
     * As it stands behind a number: {@code "psi"}.
     *
     * @return the symbol
     */
    String symbol();

    /**
     * Decimals that are worth showing.
     *
     * @return 0 or more
     */
    int decimals();

    /**
     * From the unit of the records, to a millionth: 10 bar in psi returns 145.037738.
     *
     * @param kept value as records keep it
     * @return value as the site reads it
     */
    double shown(double kept);

    /**
     * Into the unit of the records, to a millionth: 2,000 psi returns 137.895146 bar. What was shown comes back as it was
     * kept, when that had up to six decimals.
     *
     * @param shown value as the site reads it
     * @return value as records keep it
     */
    double kept(double shown);

    /**
     * {@return a number of the records with its unit: 10 bar in psi returns {@code "145 psi"}}
     *
     * @param kept value as records keep it
     */
    default String text(double kept) {
        return Figures.upTo(shown(kept), decimals()) + " " + symbol();
    }
}
