package onward.sentry.core.gas;

import java.util.Map;
import java.util.function.ToDoubleFunction;
import java.util.stream.Collectors;

/**
 * What an electrochemical sensor displays for gases that it was not made for:
 * {@code displayed_i = Σ_j c_j · X_ij / 100}, X in % of the interfering gas's concentration; X may be negative.
 *
 * <p>Broad handbook figures; every maker's sensor differs.
 */
public final class CrossSensitivity {

    private static final CrossSensitivity SHIPPED =
            new CrossSensitivity(GasLibrary.readCsv("cross-sensitivity.csv").stream()
                    .collect(Collectors.groupingBy(
                            row -> row[0], Collectors.toMap(row -> row[1], row -> Double.parseDouble(row[2])))));

    private final Map<String, Map<String, Double>> percentBySensor;

    private CrossSensitivity(Map<String, Map<String, Double>> percentBySensor) {
        this.percentBySensor = percentBySensor;
    }

    public static CrossSensitivity shipped() {
        return SHIPPED;
    }

    /**
     * The display in ppm of a sensor for {@code sensorGas} in an atmosphere.
     *
     * <p>A carbon monoxide sensor in 80 ppm carbon monoxide and 15 ppm hydrogen sulfide displays 80 + 3 % of 15 = 80.45.
     *
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
