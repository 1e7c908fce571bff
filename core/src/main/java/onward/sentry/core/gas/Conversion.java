package onward.sentry.core.gas;

import onward.sentry.core.working.Refusal;

/**
 * Converts a concentration of one gas between ppm, vol%, %LEL, mg/m³ and mg/L.
 *
 * <p>{@code 1 vol% = 10,000 ppm}; {@code %LEL = 100 · c / LEL(gas, basis)}; {@code mg/m³ = ppm · M · P / (R · T)}.
 *
 * <p>1.10 vol% methane converts to 22.0 %LEL on the handbook basis and to 25.0 %LEL on the IEC basis; 7 ppm hydrogen
 * sulfide at 25 °C and 101.325 kPa to 9.7512 mg/m³.
 *
 * <p>Source: the ideal gas law with R = 8.314462618 J/(mol·K); explosive limits by handbook or IEC 60079-20-1.
 *
 * @param gas whose concentration it is
 * @param basis the detector's table of explosive limits; used only where %LEL is involved
 * @param ambient used only where mg/m³ is involved
 *
 */
public record Conversion(Gas gas, LelBasis basis, Ambient ambient) {

    private static final double PPM_PER_VOL_PERCENT = 10_000;
    /** Molar gas constant in L·kPa/(mol·K), CODATA 2018. */
    private static final double GAS_CONSTANT = 8.314462618;

    /**
     * {@return a conversion for one gas at 25 °C and 101.325 kPa}
     *
     * @param gas the gas
     * @param basis how 100 %LEL is counted
     */
    public static Conversion of(Gas gas, LelBasis basis) {
        return new Conversion(gas, basis, Ambient.STANDARD);
    }

    /**
     * {@return the same conversion at another temperature and pressure}
     *
     * @param air pressure and temperature of the air
     */
    public Conversion at(Ambient air) {
        return new Conversion(gas, basis, air);
    }

    /**
     * @param from the concentration to convert
     * @param to the unit that is asked for
     * @return the concentration in the other unit
     * @throws onward.sentry.core.working.Refused with code {@code no-lel} when %LEL is asked of a gas without one
     */
    public Concentration convert(Concentration from, Unit to) {
        return from.unit() == to ? from : Concentration.of(from.value() * ppmPer(from.unit()) / ppmPer(to), to);
    }

    private double ppmPer(Unit unit) {
        return switch (unit) {
            case PPM -> 1;
            case VOL_PERCENT -> PPM_PER_VOL_PERCENT;
            case PERCENT_LEL -> lel() / 100 * PPM_PER_VOL_PERCENT;
            case MG_PER_M3 -> ppmPerMilligram();
            case MG_PER_L -> 1000 * ppmPerMilligram();
        };
    }

    private double ppmPerMilligram() {
        return GAS_CONSTANT * ambient.kelvin() / (gas.molarMass() * ambient.kilopascals());
    }

    private double lel() {
        var lel = gas.lel(basis);
        Refusal.unless(
                lel.isPresent(),
                "no-lel",
                "unit",
                gas.name() + " has no lower explosive limit in the library, so %LEL means nothing for it.",
                "Use ppm or vol%.");
        return lel.getAsDouble();
    }
}
