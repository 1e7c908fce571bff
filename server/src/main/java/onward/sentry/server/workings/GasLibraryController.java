package onward.sentry.server.workings;

import java.util.List;
import java.util.OptionalDouble;
import onward.sentry.core.gas.Gas;
import onward.sentry.core.gas.GasLibrary;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** The figures that the calculations take. */
@RestController
class GasLibraryController {

    /**
     * @param lelHandbook vol%
     * @param lelIec vol%, IEC 60079-20-1
     * @param catalyticFactor on %LEL for a bead set on methane, handbook basis
     * @param photoFactor for a lamp of 10.6 eV, set on isobutylene
     * @param reactive loses strength in a cylinder or on tubing
     * @param family regulators that carried one reactive family are not used on another
     */
    record GasFigures(
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
            String family) {

        static GasFigures of(Gas gas) {
            return new GasFigures(
                    gas.id(),
                    gas.name(),
                    gas.formula(),
                    gas.molarMass(),
                    gas.lelHandbook(),
                    gas.lelIec(),
                    gas.catalyticFactor(),
                    gas.ionisationEv(),
                    gas.photoFactor(),
                    gas.reactive(),
                    gas.family());
        }
    }

    @GetMapping("/api/v1/gas-library")
    List<GasFigures> library() {
        return GasLibrary.shipped().all().stream().map(GasFigures::of).toList();
    }
}
