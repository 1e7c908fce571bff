package onward.sentry.core.calculator;

import static onward.sentry.core.gas.GasFigure.CATALYTIC_FACTOR;
import static onward.sentry.core.gas.GasFigure.LEL_HANDBOOK;
import static onward.sentry.core.gas.GasFigure.LEL_IEC;
import static onward.sentry.core.gas.GasFigure.PHOTO_FACTOR;
import static onward.sentry.core.working.Figures.upTo;

import java.util.LinkedHashMap;
import java.util.List;
import onward.sentry.core.gas.Ambient;
import onward.sentry.core.gas.CatalyticResponse;
import onward.sentry.core.gas.Concentration;
import onward.sentry.core.gas.Conversion;
import onward.sentry.core.gas.Gas;
import onward.sentry.core.gas.GasFigure;
import onward.sentry.core.gas.HumidAir;
import onward.sentry.core.gas.LelBasis;
import onward.sentry.core.gas.PhotoIonisation;
import onward.sentry.core.gas.Pressure;
import onward.sentry.core.gas.ReferenceValue;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.working.Derivation;
import onward.sentry.core.working.Refusal;

/** Units, factors, pressure, humidity. */
final class GasCalculations {

    private static final Input GAS = Input.of("gas", "the gas").as(Input.Kind.GAS);
    private static final Input BASIS =
            Input.of("basis", "the detector's table of explosive limits").as(Input.Kind.BASIS);
    private static final Input LAMP = Input.of("lamp", "energy of the lamp, eV", "10.6");

    private GasCalculations() {}

    static List<Calculation> all() {
        return List.of(
                Calculation.of(
                        "vol_to_lel",
                        "vol% as %LEL",
                        GasCalculations::volToLel,
                        GAS,
                        Input.of("vol", "concentration, vol%"),
                        BASIS),
                Calculation.of(
                        "lel_to_vol",
                        "%LEL as vol%",
                        GasCalculations::lelToVol,
                        GAS,
                        Input.of("lel", "concentration, %LEL"),
                        BASIS),
                Calculation.of(
                        "ppm_to_mg_m3",
                        "ppm as mg/m³",
                        GasCalculations::ppmToMass,
                        GAS,
                        Input.of("ppm", "concentration, ppm"),
                        Input.of("celsius", "temperature of the air, °C", "25"),
                        Input.of("kpa", "station pressure, kPa", "101.325")),
                Calculation.of(
                        "factor", "Factor of a catalytic bead set on methane", GasCalculations::factor, GAS, BASIS),
                Calculation.of(
                        "catalytic_true",
                        "What is really there when a catalytic bead displays so much",
                        GasCalculations::catalyticTrue,
                        Input.of("set_on", "the gas that the bead was set on").as(Input.Kind.GAS),
                        Input.of("displayed", "what it displays, %LEL"),
                        Input.of("seen", "the gas that is there, single and known")
                                .as(Input.Kind.GAS),
                        BASIS),
                Calculation.of(
                        "simulant_set_point",
                        "Set point for methane so that the bead reads as another vapour",
                        GasCalculations::simulant,
                        Input.of("methane_lel", "methane applied, %LEL"),
                        Input.of("vapour", "the vapour it shall read as").as(Input.Kind.GAS),
                        BASIS),
                Calculation.of(
                        "pid_true",
                        "What is really there when a photo-ionisation sensor displays so much",
                        GasCalculations::photoTrue,
                        Input.of("displayed", "what it displays, ppm as isobutylene"),
                        Input.of("seen", "the gas that is there").as(Input.Kind.GAS),
                        LAMP),
                Calculation.ofMixture(
                        "pid_mixture_rf", "Response factor of a mixture", GasCalculations::mixtureFactor, LAMP),
                Calculation.of(
                        "pressure_at",
                        "Pressure of the standard atmosphere",
                        in -> Result.of(
                                Pressure.at(in.number("altitude_m")),
                                "kPa",
                                Derivation.of("Standard atmosphere", "P = 101.325 · (1 − 2.25577e-5 · h)^5.25588")
                                        .with("h", in.text("altitude_m") + " m")),
                        Input.of("altitude_m", "altitude above sea level, m")),
                Calculation.of(
                        "pressure_expected",
                        "What a label means at this pressure",
                        GasCalculations::pressureExpected,
                        Input.of("label", "what the label says at sea level"),
                        Input.of("kpa", "station pressure, kPa; or give the altitude", ""),
                        Input.of("altitude_m", "altitude, m; or give the pressure", "")),
                Calculation.of(
                        "reference_bound",
                        "Cautious bound of a certificate",
                        GasCalculations::referenceBound,
                        GAS,
                        Input.of("c", "certified concentration"),
                        Input.of("u", "relative uncertainty as a fraction, ±2 % is 0.02")),
                Calculation.of(
                        "humid_oxygen",
                        "Oxygen in moist air",
                        GasCalculations::humidOxygen,
                        Input.of("celsius", "temperature of the air, °C"),
                        Input.of("rh", "relative humidity as a fraction, 80 % is 0.80"),
                        Input.of("kpa", "station pressure, kPa", "101.325")));
    }

    private static Result volToLel(Inputs in) {
        var gas = in.gas("gas");
        var vol = Concentration.of(in.atLeast("vol", 0), Unit.VOL_PERCENT);
        var lel = Conversion.of(gas, in.basis()).convert(vol, Unit.PERCENT_LEL);
        return Result.of(
                lel.value(), "%LEL", lelWorking("%LEL = 100 · c ÷ LEL", gas, in).with("c", vol.toString()));
    }

    private static Result lelToVol(Inputs in) {
        var gas = in.gas("gas");
        var lel = Concentration.of(in.atLeast("lel", 0), Unit.PERCENT_LEL);
        var vol = Conversion.of(gas, in.basis()).convert(lel, Unit.VOL_PERCENT);
        return Result.of(
                vol.value(), "vol%", lelWorking("c = %LEL · LEL ÷ 100", gas, in).with("%LEL", lel.toString()));
    }

    private static Derivation lelWorking(String formula, Gas gas, Inputs in) {
        var lel = gas.lel(in.basis());
        return Derivation.of("Explosive limit of " + gas.nameInSentence(), formula)
                .with("LEL", (lel.isPresent() ? upTo(lel.getAsDouble(), 3) : "unknown") + " vol%")
                .from(in.gases().sourceOf(gas.id(), in.basis() == LelBasis.IEC ? LEL_IEC : LEL_HANDBOOK));
    }

    private static String site(Inputs in, Gas gas, GasFigure figure) {
        return in.gases().siteSource(gas.id(), figure);
    }

    private static Result ppmToMass(Inputs in) {
        var gas = in.gas("gas");
        var air = new Ambient(in.above("celsius", -273.15), in.above("kpa", 0));
        var mass = Conversion.of(gas, LelBasis.HANDBOOK)
                .at(air)
                .convert(Concentration.of(in.atLeast("ppm", 0), Unit.PPM), Unit.MG_PER_M3);
        return Result.of(
                mass.value(),
                "mg/m3",
                Derivation.of("ppm as mass", "mg/m³ = ppm · M · P ÷ (R · T)")
                        .with("ppm", in.text("ppm"))
                        .with("M", upTo(gas.molarMass(), 3) + " g/mol")
                        .with("P", upTo(air.kilopascals(), 3) + " kPa")
                        .with("T", upTo(air.kelvin(), 2) + " K"));
    }

    private static Result factor(Inputs in) {
        var gas = in.gas("gas");
        return Result.of(
                new CatalyticResponse(in.basis(), in.gases()).factor(gas),
                "factor",
                Derivation.of(
                                "Factor of " + gas.nameInSentence() + " relative to methane",
                                "F, or on IEC F · (LEL_hb ÷ LEL_iec) ÷ (5.0 ÷ 4.4)")
                        .with("basis", in.text("basis")));
    }

    private static Result catalyticTrue(Inputs in) {
        var response = new CatalyticResponse(in.basis(), in.gases());
        var setOn = in.gas("set_on");
        var seen = in.gas("seen");
        return Result.of(
                response.trueLel(in.atLeast("displayed", 0), setOn, seen),
                "%LEL",
                Derivation.of("Catalytic bead, single known vapour", "true = displayed · F(seen) ÷ F(set on)")
                        .with("displayed", in.text("displayed") + " %LEL")
                        .with("F(" + seen.id() + ")", upTo(response.factor(seen), 4) + site(in, seen, CATALYTIC_FACTOR))
                        .with(
                                "F(" + setOn.id() + ")",
                                upTo(response.factor(setOn), 4) + site(in, setOn, CATALYTIC_FACTOR)));
    }

    private static Result simulant(Inputs in) {
        var response = new CatalyticResponse(in.basis(), in.gases());
        var vapour = in.gas("vapour");
        return Result.of(
                response.simulantSetPoint(in.above("methane_lel", 0), vapour),
                "%LEL",
                Derivation.of("Methane as simulant", "set point = applied %LEL of methane · F(vapour)")
                        .with("applied", in.text("methane_lel") + " %LEL")
                        .with(
                                "F(" + vapour.id() + ")",
                                upTo(response.factor(vapour), 4) + site(in, vapour, CATALYTIC_FACTOR)));
    }

    private static Result photoTrue(Inputs in) {
        var seen = in.gas("seen");
        var sensor = new PhotoIonisation(in.number("lamp"));
        return Result.of(
                sensor.truePpm(in.atLeast("displayed", 0), seen),
                "ppm",
                Derivation.of("Photo-ionisation", "true = displayed · RF")
                        .with("displayed", in.text("displayed") + " ppm")
                        .with("RF(" + seen.id() + ")", upTo(sensor.factor(seen), 4) + site(in, seen, PHOTO_FACTOR)));
    }

    private static Result mixtureFactor(Inputs in) {
        var shares = new LinkedHashMap<Gas, Double>();
        var working = Derivation.of("Response factor of a mixture", "1 ÷ RF = Σ xᵢ ÷ RFᵢ");
        var sensor = new PhotoIonisation(in.number("lamp"));
        for (var name : in.all().keySet()) {
            if (!name.equals("lamp")) {
                var gas = in.gases().gas(name);
                shares.put(gas, in.above(name, 0));
                working = working.with(
                        "x(" + name + ") ÷ RF",
                        in.text(name) + " ÷ " + upTo(sensor.factor(gas), 4) + site(in, gas, PHOTO_FACTOR));
            }
        }
        return Result.of(sensor.mixtureFactor(shares), "factor", working);
    }

    private static Result pressureExpected(Inputs in) {
        var altitude = in.find("altitude_m");
        var kilopascals = in.find("kpa");
        Refusal.unless(
                altitude.isPresent() != kilopascals.isPresent(),
                "pressure-or-altitude",
                "kpa",
                "Give the station pressure or the altitude, one of the two.",
                "Give kpa=95.4 or altitude_m=500.");
        double pressure = altitude.isPresent() ? Pressure.at(in.number("altitude_m")) : in.number("kpa");
        return Result.of(
                Pressure.expected(in.above("label", 0), pressure),
                "mg/L",
                Derivation.of("Partial pressure", "expected = label · P ÷ 101.325")
                        .with("label", in.text("label") + " mg/L")
                        .with("P", upTo(pressure, 3) + " kPa")
                        .from(altitude.isPresent() ? "standard atmosphere at " + altitude.get() + " m" : "barometer"));
    }

    private static Result referenceBound(Inputs in) {
        var gas = in.gas("gas");
        double u = in.atLeast("u", 0);
        Refusal.unless(u < 1, "too-large", "u", "'u' is a fraction below 1, not " + u + ".", "±2 % is 0.02.");
        return Result.of(
                ReferenceValue.CAUTIOUS.of(gas, in.above("c", 0), u),
                gas.isOxygen() ? "vol%" : "ppm",
                Derivation.of(
                                "Cautious bound",
                                gas.isOxygen() ? "C · (1 − u); not the cautious side for enrichment" : "C · (1 + u)")
                        .with("C", in.text("c"))
                        .with("u", in.text("u")));
    }

    private static Result humidOxygen(Inputs in) {
        var air = new Ambient(in.above("celsius", -273.15), in.above("kpa", 0));
        return Result.of(
                HumidAir.oxygen(air, in.number("rh")),
                "vol%",
                Derivation.of("Oxygen in moist air", "20.9 · (1 − RH · e_s(t) ÷ P)")
                        .with("RH", in.text("rh"))
                        .with("e_s", upTo(HumidAir.saturationKilopascals(air.celsius()), 4) + " kPa")
                        .with("P", in.text("kpa") + " kPa"));
    }
}
