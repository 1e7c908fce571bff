package onward.sentry.core.gas;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import onward.sentry.core.calculator.Calculations;
import onward.sentry.core.gas.SiteFigures.OfCell;
import onward.sentry.core.gas.SiteFigures.OfGas;
import onward.sentry.core.run.Fixtures;
import onward.sentry.core.shelf.PredictedDisplay;
import org.junit.jupiter.api.Test;

/** A site's own figures in the place of the handbook's. */
class SiteFiguresTest {

    private static final SiteFigures SITE = new SiteFigures(
            List.of(
                    new OfGas("n-butane", GasFigure.CATALYTIC_FACTOR, 2.2, "manual, page 41"),
                    new OfGas("acetone", GasFigure.PHOTO_FACTOR, 1.5, "lamp certificate")),
            List.of(
                    new OfCell("carbon-monoxide", "hydrogen-sulfide", -2, "measured in March"),
                    new OfCell("oxygen", "hydrogen", 1, "measured in March")));

    @Test
    void calculationsTakeTheSitesFigureAndSayWhoseItIs() {
        var given = Map.of("vapour", "n-butane", "methane_lel", "30", "basis", "handbook");
        assertThat(Calculations.answer("simulant_set_point", given).value()).isEqualTo("57");
        var answer = Calculations.answer("simulant_set_point", given, GasLibrary.with(SITE));
        assertThat(answer.value()).isEqualTo("66");
        assertThat(answer.working().toString()).contains("2.2 (site: manual, page 41)");
        assertThat(Calculations.answer(
                                "pid_true",
                                Map.of("displayed", "3", "seen", "acetone", "lamp", "10.6"),
                                GasLibrary.with(SITE))
                        .value())
                .isEqualTo("4.5");
    }

    @Test
    void whatIsNotTheSitesStaysAsItShips() {
        var library = GasLibrary.with(SITE);
        assertThat(library.gas("propane")).isEqualTo(GasLibrary.shipped().gas("propane"));
        assertThat(library.sourceOf("n-butane", GasFigure.LEL_IEC)).isEqualTo("IEC 60079-20-1");
        assertThat(library.gas("n-butane").lelIec())
                .isEqualTo(GasLibrary.shipped().gas("n-butane").lelIec());
        assertThat(GasLibrary.with(SiteFigures.NONE)).isSameAs(GasLibrary.shipped());
        assertThat(library).isEqualTo(GasLibrary.with(SITE)).isNotEqualTo(GasLibrary.shipped());
    }

    @Test
    void aCellOfTheSiteIsPredictedByItsOwnCrossSensitivity() {
        var mix = new Mixture(
                List.of(
                        new Component("carbon-monoxide", Concentration.of(80, Unit.PPM), 0.02),
                        new Component("hydrogen-sulfide", Concentration.of(15, Unit.PPM), 0.02)),
                "nitrogen");
        assertThat(fromOthers(mix, SiteFigures.NONE)).isEqualTo(0.45, within(1e-9));
        assertThat(fromOthers(mix, SITE)).isEqualTo(-0.30, within(1e-9));
        assertThat(CrossSensitivity.with(SITE).pairs())
                .hasSize(CrossSensitivity.shipped().pairs().size() + 1);
    }

    private static double fromOthers(Mixture mix, SiteFigures figures) {
        return PredictedDisplay.of(Fixtures.quoin4(), mix, figures).stream()
                .filter(display -> display.sensor().gasId().equals("carbon-monoxide"))
                .findFirst()
                .orElseThrow()
                .fromOthers();
    }

    @Test
    void aFigureWithoutASourceOrOutsideItsLimitsIsRefused() {
        assertThatThrownBy(() -> new OfGas("acetone", GasFigure.PHOTO_FACTOR, 1.1, " "))
                .hasMessageContaining("says where it comes from");
        assertThatThrownBy(() -> new OfGas("acetone", GasFigure.CATALYTIC_FACTOR, 0, "x"))
                .hasMessageContaining("above 0 and at most 20, not 0");
        assertThatThrownBy(() -> new OfGas("unobtainium", GasFigure.LEL_IEC, 1, "x"))
                .hasMessageContaining("No gas is called 'unobtainium'");
        assertThatThrownBy(() -> new OfCell("carbon-monoxide", "carbon-monoxide", 5, "x"))
                .hasMessageContaining("its own gas");
        assertThatThrownBy(() -> new OfCell("carbon-monoxide", "hydrogen", 1_500, "x"))
                .hasMessageContaining("not at 1500 %");
        var one = new OfGas("acetone", GasFigure.PHOTO_FACTOR, 1.1, "x");
        assertThatThrownBy(() -> new SiteFigures(List.of(one, one), List.of())).hasMessageContaining("given twice");
    }
}
