package onward.sentry.core.units;

import onward.sentry.core.working.Figures;

/** A unit that people read and type; what is kept is in the unit of the records. */
public interface ShownUnit {

    /** As it stands behind a number: {@code "psi"}. */
    String symbol();

    /** Decimals that are worth showing. */
    int decimals();

    /** From the unit of the records, to a millionth: 10 bar in psi returns 145.037738. */
    double shown(double kept);

    /**
     * Into the unit of the records, to a millionth: 2,000 psi returns 137.895146 bar. What was shown comes back as it was
     * kept, when that had up to six decimals.
     */
    double kept(double shown);

    /** A number of the records with its unit: 10 bar in psi returns {@code "145 psi"}. */
    default String text(double kept) {
        return Figures.upTo(shown(kept), decimals()) + " " + symbol();
    }
}
