package onward.sentry.core.gas;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.ToDoubleFunction;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What an electrochemical sensor displays for gases that it was not made for:
 * {@code displayed_i = Σ_j c_j · X_ij / 100}, X in % of the interfering gas's concentration; X may be negative.
 *
 * <p>Broad handbook figures; every maker's sensor differs.
 *
 * <p>Source: linear superposition, as handbooks tabulate it.
 */
public final class CrossSensitivity {

    private static final CrossSensitivity SHIPPED =
            new CrossSensitivity(GasLibrary.readCsv("cross-sensitivity.csv").stream()
                    .map(row -> new SiteFigures.OfCell(row[0], row[1], Double.parseDouble(row[2]), "handbook value"))
                    .toList());

    private final List<SiteFigures.OfCell> pairs;
    private final Map<String, Map<String, Double>> percentBySensor;

    private CrossSensitivity(List<SiteFigures.OfCell> pairs) {
        this.pairs = List.copyOf(pairs);
        this.percentBySensor = pairs.stream()
                .collect(Collectors.groupingBy(
                        SiteFigures.OfCell::sensorGasId,
                        Collectors.toMap(SiteFigures.OfCell::gasId, SiteFigures.OfCell::percent)));
    }

    /** {@return the table that ships with the program} */
    public static CrossSensitivity shipped() {
        return SHIPPED;
    }

    /**
     * {@return what ships, with a site's pairs in the place of the shipped ones and beside them}
     *
     * @param figures gases and figures that the site added or changed
     */
    public static CrossSensitivity with(SiteFigures figures) {
        var pairs = new LinkedHashMap<List<String>, SiteFigures.OfCell>();
        Stream.concat(SHIPPED.pairs.stream(), figures.cross().stream())
                .forEach(pair -> pairs.put(List.of(pair.sensorGasId(), pair.gasId()), pair));
        return new CrossSensitivity(List.copyOf(pairs.values()));
    }

    /** {@return every pair of a sensor and a gas that it shows, with where its figure comes from} */
    public List<SiteFigures.OfCell> pairs() {
        return pairs;
    }

    /**
     * {@return what a sensor shows of a gas, in % of its concentration: 100 of its own, 0 of one that the table does not
     * name}
     *
     * @param sensorGas id of the gas that the cell is made for
     * @param gas id of a gas of the library
     */
    public double percent(String sensorGas, String gas) {
        return displayedPpm(sensorGas, one -> one.equals(gas) ? 100 : 0);
    }

    /**
     * {@return the display in ppm of a sensor for {@code sensorGas} in an atmosphere}
     *
     * <p>A carbon monoxide sensor in 80 ppm carbon monoxide and 15 ppm hydrogen sulfide displays 80 + 3 % of 15 = 80.45.
     *
     * @param sensorGas id of the gas that the cell is made for
     * @param ppmOf gives the concentration of a gas in ppm, 0 when it is absent
     */
    public double displayedPpm(String sensorGas, ToDoubleFunction<String> ppmOf) {
        double displayed = ppmOf.applyAsDouble(sensorGas);
        for (var interfering : percentBySensor.getOrDefault(sensorGas, Map.of()).entrySet()) {
            displayed += ppmOf.applyAsDouble(interfering.getKey()) * interfering.getValue() / 100;
        }
        return displayed;
    }
}
