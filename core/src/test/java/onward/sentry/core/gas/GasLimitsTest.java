package onward.sentry.core.gas;

import static onward.sentry.core.working.Limit.refusal;
import static onward.sentry.core.working.Limit.refused;
import static onward.sentry.core.working.Limit.taken;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;

/** What gases, mixes and figures may be, at the edges. */
class GasLimitsTest {

    private static final GasLibrary GASES = GasLibrary.shipped();

    private static Component part(String gas, double value, Unit unit) {
        return new Component(gas, Concentration.of(value, unit), 0.02);
    }

    private static Mixture mix(String balance, Component... parts) {
        return new Mixture(List.of(parts), balance);
    }

    @Test
    void aMixHasComponentsEachOnceAndABalance() {
        var methane = part("methane", 1.25, Unit.VOL_PERCENT);
        taken(() -> mix("air", methane), () -> mix("nitrogen", methane));
        refused("mix-empty", "components", () -> mix("air"));
        refused("mix-gas-twice", "components", () -> mix("air", methane, methane));
        refused("mix-balance", "balance", () -> mix("argon", methane), () -> mix("", methane));
    }

    @Test
    void aCertificateNamesNoMoreThanTheWholeOfItsCylinder() {
        var oxygen = part("oxygen", 16, Unit.VOL_PERCENT);
        var methane = part("methane", 83.9, Unit.VOL_PERCENT);
        taken(
                () -> whole(part("carbon-dioxide", 100, Unit.VOL_PERCENT)),
                () -> whole(methane, oxygen, part("carbon-monoxide", 1_000, Unit.PPM)));
        refused(
                "mix-over-whole",
                "components",
                () -> whole(part("methane", 60, Unit.VOL_PERCENT), part("oxygen", 50, Unit.VOL_PERCENT)),
                () -> whole(methane, oxygen, part("carbon-monoxide", 10_000, Unit.PPM)));
        assertThat(refusal(() -> whole(methane, part("oxygen", 26.1, Unit.VOL_PERCENT)))
                        .reason())
                .contains("110 vol%");
        refused("no-lel", "unit", () -> whole(part("oxygen", 50, Unit.PERCENT_LEL)));
    }

    private static Mixture whole(Component... parts) {
        return mix("nitrogen", parts).checkedAgainstTheWhole();
    }

    @Test
    void aMixThatIsOnRecordCanStillBeRead() {
        taken(() -> mix("air", part("methane", 60, Unit.VOL_PERCENT), part("oxygen", 50, Unit.VOL_PERCENT)));
    }

    @Test
    void theOxygenOfAMixIsWhatIsCertifiedOrWhatItsAirHolds() {
        var methane = part("methane", 1.25, Unit.VOL_PERCENT);
        assertThat(mix("air", methane).oxygenVolPercent()).isEqualTo(20.9);
        assertThat(mix("nitrogen", methane).oxygenVolPercent()).isZero();
        assertThat(mix("nitrogen", methane, part("oxygen", 16, Unit.VOL_PERCENT))
                        .oxygenVolPercent())
                .isEqualTo(16);
    }

    @Test
    void aComponentIsSomethingAndItsUncertaintyAFraction() {
        taken(
                () -> new Component("methane", Concentration.of(1, Unit.PPM), 0),
                () -> new Component("methane", Concentration.of(1, Unit.PPM), 0.99));
        for (double wrong : new double[] {-0.01, 1, 2, Double.NaN}) {
            assertThatThrownBy(() -> new Component("methane", Concentration.of(1, Unit.PPM), wrong))
                    .isInstanceOf(IllegalArgumentException.class)
                    .hasMessageContaining("fraction from 0 to below 1");
        }
        assertThatThrownBy(() -> new Component("methane", Concentration.of(0, Unit.PPM), 0))
                .hasMessageContaining("methane");
    }

    @Test
    void aGasThatNobodyKnowsIsToldWhichThereAre() {
        refused("gas-unknown", "gas", () -> GASES.gas("phlogiston"), () -> GASES.gas(""));
        assertThat(refusal(() -> GASES.gas("phlogiston")).wayOut()).contains("methane", "hydrogen-sulfide");
    }

    @Test
    void whatDoesNotBurnHasNoLowerLimitAndNoFactorOfABead() {
        var carbonDioxide = GASES.gas("carbon-dioxide");
        var conversion = Conversion.of(carbonDioxide, LelBasis.IEC);
        refused("no-lel", "unit", () -> conversion.convert(Concentration.of(1, Unit.VOL_PERCENT), Unit.PERCENT_LEL));
        taken(() -> conversion.convert(Concentration.of(1, Unit.VOL_PERCENT), Unit.MG_PER_L));
        var bead = new CatalyticResponse(LelBasis.IEC);
        refused(
                "no-catalytic-factor",
                "gas",
                () -> bead.factor(carbonDioxide),
                () -> bead.trueLel(5, GASES.gas("methane"), carbonDioxide));
    }

    @Property
    void aBeadSetOnAGasReadsThatGasAsItIs(@ForAll @DoubleRange(min = 0.1, max = 100) double displayed) {
        for (var basis : LelBasis.values()) {
            var bead = new CatalyticResponse(basis);
            for (var gas : GASES.all()) {
                if (gas.catalyticFactor().isPresent() && gas.lel(basis).isPresent()) {
                    assertThat(bead.trueLel(displayed, gas, gas)).isCloseTo(displayed, within(1e-9));
                }
            }
        }
    }

    @Property
    void turningAReadingToAnotherGasAndBackIsTheIdentity(@ForAll @DoubleRange(min = 0.1, max = 100) double displayed) {
        var bead = new CatalyticResponse(LelBasis.IEC);
        var propane = GASES.gas("propane");
        var pentane = GASES.gas("n-pentane");
        double there = bead.trueLel(displayed, propane, pentane);
        assertThat(bead.trueLel(there, pentane, propane)).isCloseTo(displayed, within(1e-9));
    }

    @Test
    void aLampIsTheOneWhoseFactorsAreKnownAndUnknownFactorsAreNeverOne() {
        refused("lamp-unknown", "lamp", () -> new PhotoIonisation(10.0), () -> new PhotoIonisation(11.7));
        var lamp = new PhotoIonisation(10.6);
        refused("not-seen", "seen", () -> lamp.factor(GASES.gas("methane")));
        refused("no-photo-factor", "seen", () -> lamp.factor(GASES.gas("n-butane")));
        assertThat(lamp.factor(GASES.gas("isobutylene"))).isEqualTo(1);
    }

    @Test
    void theSharesOfAMixtureAreTheWholeOfIt() {
        var lamp = new PhotoIonisation(10.6);
        var toluene = GASES.gas("toluene");
        var hexane = GASES.gas("n-hexane");
        taken(() -> lamp.mixtureFactor(Map.of(toluene, 0.5, hexane, 0.500_000_9)));
        refused(
                "shares",
                "shares",
                () -> lamp.mixtureFactor(Map.of()),
                () -> lamp.mixtureFactor(Map.of(toluene, 0.5, hexane, 0.500_002)),
                () -> lamp.mixtureFactor(Map.of(toluene, 0.5, hexane, 0.499_998)),
                () -> lamp.mixtureFactor(Map.of(toluene, 1.5, hexane, -0.5)));
    }

    @Property
    void aMixtureLiesBetweenItsPartsByFactor(@ForAll @DoubleRange(min = 0.01, max = 0.99) double share) {
        var lamp = new PhotoIonisation(10.6);
        var toluene = GASES.gas("toluene");
        var hexane = GASES.gas("n-hexane");
        double factor = lamp.mixtureFactor(Map.of(toluene, share, hexane, 1 - share));
        assertThat(factor).isBetween(lamp.factor(toluene), lamp.factor(hexane));
    }

    @Test
    void aFigureOfTheSiteHasABoundASourceAndIsGivenOnce() {
        for (var figure : GasFigure.values()) {
            taken(
                    () -> new SiteFigures.OfGas("methane", figure, figure.most(), "manual"),
                    () -> new SiteFigures.OfGas("methane", figure, 0.001, "manual"));
            refused(
                    "site-figure",
                    "value",
                    () -> new SiteFigures.OfGas("methane", figure, figure.most() + 0.1, "manual"),
                    () -> new SiteFigures.OfGas("methane", figure, 0, "manual"));
        }
        refused("gas-unknown", "gas", () -> new SiteFigures.OfGas("phlogiston", GasFigure.LEL_IEC, 1, "manual"));
        refused(
                "site-source",
                "source",
                () -> new SiteFigures.OfGas("methane", GasFigure.LEL_IEC, 4.4, " "),
                () -> new SiteFigures.OfCell("carbon-monoxide", "hydrogen", 40, null));
        var one = new SiteFigures.OfGas("methane", GasFigure.LEL_IEC, 4.4, "manual");
        var cell = new SiteFigures.OfCell("carbon-monoxide", "hydrogen", 40, "manual");
        refused(
                "site-figure-twice",
                "figures",
                () -> new SiteFigures(List.of(one, one), List.of()),
                () -> new SiteFigures(List.of(), List.of(cell, cell)));
        taken(() -> new SiteFigures(
                List.of(one, new SiteFigures.OfGas("methane", GasFigure.LEL_HANDBOOK, 5, "manual")), List.of(cell)));
    }

    @Test
    void aCrossSensitivityIsOfAnotherGasAndMayBeNegative() {
        taken(
                () -> new SiteFigures.OfCell("carbon-monoxide", "hydrogen", 1_000, "manual"),
                () -> new SiteFigures.OfCell("chlorine", "hydrogen-sulfide", -1_000, "manual"));
        refused(
                "site-cross",
                "percent",
                () -> new SiteFigures.OfCell("carbon-monoxide", "hydrogen", 1_000.1, "manual"),
                () -> new SiteFigures.OfCell("carbon-monoxide", "hydrogen", -1_000.1, "manual"));
        refused(
                "site-cross-own",
                "gasId",
                () -> new SiteFigures.OfCell("carbon-monoxide", "carbon-monoxide", 100, "manual"));
    }
}
