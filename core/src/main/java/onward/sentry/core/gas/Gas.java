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
 * @param reactive loses strength in a cylinder or on tubing
 * @param family regulators that carried one reactive family are not used on another
 */
public record Gas(
        String id,
        String name,
        String formula,
        double molarMass,
        OptionalDouble lelHandbook,
        OptionalDouble lelIec,
        boolean reactive,
        String family) {

    public Gas {
        Objects.requireNonNull(id, "id");
        if (!(molarMass > 0)) {
            throw new IllegalArgumentException(id + ": molar mass must be above zero, was " + molarMass);
        }
    }

    /** The name inside a sentence: {@code "hydrogen sulfide"}. */
    public String nameInSentence() {
        return name.toLowerCase(Locale.ROOT);
    }

    public boolean isOxygen() {
        return id.equals("oxygen");
    }

    public OptionalDouble lel(LelBasis basis) {
        return basis == LelBasis.HANDBOOK ? lelHandbook : lelIec;
    }
}
