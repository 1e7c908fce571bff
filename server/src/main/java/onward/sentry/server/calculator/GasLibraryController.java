package onward.sentry.server.calculator;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import onward.sentry.core.gas.CrossSensitivity;
import onward.sentry.core.gas.Gas;
import onward.sentry.core.gas.GasFigure;
import onward.sentry.core.gas.GasLibrary;
import onward.sentry.core.gas.SiteFigures;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** The figures that the calculations take, and where each comes from. */
@RestController
class GasLibraryController {

    private final SitePolicies policies;

    GasLibraryController(SitePolicies policies) {
        this.policies = policies;
    }

    /**
     * A figure of a gas.
     *
     * @param value absent where none is known
     * @param source the site's where it has one of its own
     * @param shipped what ships; absent where none is known
     */
    record Figure(GasFigure figure, OptionalDouble value, String source, boolean ofSite, OptionalDouble shipped) {
        static Figure of(Gas gas, GasFigure figure, GasLibrary library, SiteFigures site) {
            return new Figure(
                    figure,
                    figure.of(gas),
                    library.sourceOf(gas.id(), figure),
                    site.of(gas.id(), figure).isPresent(),
                    figure.of(GasLibrary.shipped().gas(gas.id())));
        }
    }

    /**
     * @param molarMass g/mol
     * @param figures one of each kind, in order
     * @param reactive loses strength in a cylinder or on tubing
     * @param family regulators that carried one reactive family are not used on another
     */
    record GasFigures(
            String id,
            String name,
            String formula,
            double molarMass,
            double ionisationEv,
            List<Figure> figures,
            boolean reactive,
            String family) {}

    /** @param label what it is, in words */
    record FigureKind(GasFigure figure, String label, String unit) {}

    /**
     * What an electrochemical sensor shows for another gas.
     *
     * @param shipped what ships; absent where nothing does
     */
    record CrossFigure(
            String sensorGas, String gas, double percent, String source, boolean ofSite, Optional<Double> shipped) {}

    record GasLibraryView(List<FigureKind> kinds, List<GasFigures> gases, List<CrossFigure> cross) {}

    @GetMapping("/api/v1/gas-library")
    GasLibraryView library() {
        var site = policies.policy().figures();
        var library = GasLibrary.with(site);
        return new GasLibraryView(
                Arrays.stream(GasFigure.values())
                        .map(figure -> new FigureKind(figure, figure.label(), figure.unit()))
                        .toList(),
                library.all().stream().map(gas -> figures(gas, library, site)).toList(),
                CrossSensitivity.with(site).pairs().stream()
                        .map(pair -> cross(pair, site))
                        .toList());
    }

    private static GasFigures figures(Gas gas, GasLibrary library, SiteFigures site) {
        return new GasFigures(
                gas.id(),
                gas.name(),
                gas.formula(),
                gas.molarMass(),
                gas.ionisationEv(),
                Arrays.stream(GasFigure.values())
                        .map(figure -> Figure.of(gas, figure, library, site))
                        .toList(),
                gas.reactive(),
                gas.family());
    }

    private static CrossFigure cross(SiteFigures.OfCell pair, SiteFigures site) {
        return new CrossFigure(
                pair.sensorGasId(),
                pair.gasId(),
                pair.percent(),
                pair.source(),
                site.cross().contains(pair),
                CrossSensitivity.shipped().pairs().stream()
                        .filter(other -> other.sensorGasId().equals(pair.sensorGasId())
                                && other.gasId().equals(pair.gasId()))
                        .map(SiteFigures.OfCell::percent)
                        .findFirst());
    }
}
