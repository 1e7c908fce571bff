package onward.sentry.core.gas;

import java.util.Locale;
import java.util.Objects;
import java.util.OptionalDouble;

/**
 * A gas of the library, with typical handbook figures that a site checks against the instrument's own manual.
 *
 * @param id stable word, for example {@code hydrogen-sulfide}
 * @param molarMass g/mol, above zero
 * @param lelHandbook lower explosive limit in vol%, handbook basis; empty when the gas does not burn
 * @param lelIec lower explosive limit in vol%, IEC 60079-20-1; empty when the gas does not burn
 * @param catalyticFactor multiplier on %LEL for a catalytic bead set on methane, on the handbook basis; empty when unknown
 * @param ionisationEv ionisation energy, eV
 * @param photoFactor response factor of a 10.6 eV lamp set on isobutylene; empty when unknown
 * @param reactive loses strength in a cylinder or on tubing
 * @param danger on which side its concentration is dangerous
 * @param family regulators that carried one reactive family are not used on another
 */
public record Gas(
        String id,
        String name,
        String formula,
        double molarMass,
        OptionalDouble lelHandbook,
        OptionalDouble lelIec,
        OptionalDouble catalyticFactor,
        double ionisationEv,
        OptionalDouble photoFactor,
        boolean reactive,
        Danger danger,
        String family) {

    /** On which side a concentration is dangerous. */
    public enum Danger {
        /** Dangerous above a limit. */
        HIGH,
        /** Dangerous above one limit and below another. */
        BOTH,
        /** Not dangerous by itself. */
        NONE
    }

    /**
     * Checks the limits.
     *
     * @param id stable word, for example {@code hydrogen-sulfide}
     * @param name as people call it
     * @param formula in symbols; empty where nothing is calculated
     * @param molarMass g/mol, above zero
     * @param lelHandbook lower explosive limit in vol%, handbook basis; empty when the gas does not burn
     * @param lelIec lower explosive limit in vol%, IEC 60079-20-1; empty when the gas does not burn
     * @param catalyticFactor multiplier on %LEL for a catalytic bead set on methane, on the handbook basis; empty when
     *     unknown
     * @param ionisationEv ionisation energy, eV
     * @param photoFactor response factor of a 10.6 eV lamp set on isobutylene; empty when unknown
     * @param reactive loses strength in a cylinder or on tubing
     * @param danger on which side its concentration is dangerous
     * @param family regulators that carried one reactive family are not used on another
     * @throws onward.sentry.core.working.Refused where a limit is broken; the refusal names the field
     */
    public Gas {
        Objects.requireNonNull(id, "id");
        if (!(molarMass > 0 && ionisationEv > 0)) {
            throw new IllegalArgumentException(id + ": molar mass and ionisation energy are above zero");
        }
    }

    Gas with(SiteFigures figures) {
        return new Gas(
                id,
                name,
                formula,
                molarMass,
                either(figures, GasFigure.LEL_HANDBOOK),
                either(figures, GasFigure.LEL_IEC),
                either(figures, GasFigure.CATALYTIC_FACTOR),
                ionisationEv,
                either(figures, GasFigure.PHOTO_FACTOR),
                reactive,
                danger,
                family);
    }

    private OptionalDouble either(SiteFigures figures, GasFigure figure) {
        return figures.of(id, figure).map(one -> OptionalDouble.of(one.value())).orElseGet(() -> figure.of(this));
    }

    /** {@return the name inside a sentence: {@code "hydrogen sulfide"}} */
    public String nameInSentence() {
        return name.toLowerCase(Locale.ROOT);
    }

    /** {@return whether it is oxygen} */
    public boolean isOxygen() {
        return id.equals("oxygen");
    }

    /** {@return whether it is carbon dioxide} */
    public boolean isCarbonDioxide() {
        return id.equals("carbon-dioxide");
    }

    /**
     * {@return lower explosive limit, vol%; empty for a gas that does not burn}
     *
     * @param basis how 100 %LEL is counted
     */
    public OptionalDouble lel(LelBasis basis) {
        return basis == LelBasis.HANDBOOK ? lelHandbook : lelIec;
    }
}
