package onward.sentry.server.bench;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.UUID;
import java.util.stream.Collectors;
import onward.sentry.core.evidence.History;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.rules.ProcedureLibrary;
import org.springframework.jdbc.core.simple.JdbcClient;

/** What is on record of a detector's own sensors, and of other detectors on the same cylinder in the week before. */
final class SensorHistory implements History {

    private static final int LATELY_DAYS = 7;

    private final JdbcClient jdbc;
    private final ProcedureLibrary library;
    private final UUID detectorId;
    private final Map<Integer, UUID> sensors;
    private final LocalDate today;
    /** One run asks the same several times. */
    private final Map<Integer, OptionalDouble> spans = new HashMap<>();

    private final Map<String, List<Double>> shares = new HashMap<>();

    private SensorHistory(
            JdbcClient jdbc, ProcedureLibrary library, UUID detectorId, Map<Integer, UUID> sensors, LocalDate today) {
        this.jdbc = jdbc;
        this.library = library;
        this.detectorId = detectorId;
        this.sensors = sensors;
        this.today = today;
    }

    static SensorHistory of(
            JdbcClient jdbc, ProcedureLibrary library, Fleet.RegisteredDetector detector, LocalDate today) {
        var sensors = detector.sensors().stream().collect(Collectors.toMap(Fleet.Fitted::slot, Fleet.Fitted::id));
        return new SensorHistory(jdbc, library, detector.id(), sensors, today);
    }

    @Override
    public OptionalDouble lastGoodSpan(int slot) {
        return spans.computeIfAbsent(slot, this::readSpan);
    }

    @Override
    public List<Double> others(String cylinderId, String gasId) {
        return shares.computeIfAbsent(cylinderId + "/" + gasId, key -> readShares(cylinderId, gasId));
    }

    private OptionalDouble readSpan(int slot) {
        return jdbc.sql("select response_percent from counting_result where sensor_id = ? and stage = 'SPAN'"
                        + " and verdict in ('PASS', 'MARGINAL') and response_percent is not null"
                        + " order by on_day desc limit 1")
                .param(sensors.get(slot))
                .query(Double.class)
                .optional()
                .map(percent -> OptionalDouble.of(percent / 100))
                .orElseGet(OptionalDouble::empty);
    }

    private record Row(String model, int slot, double reading, double expected) {}

    private List<Double> readShares(String cylinderId, String gasId) {
        return jdbc
                .sql("select d.model, s.slot, r.reading, r.expected from counting_result r"
                        + " join sensor s on s.id = r.sensor_id join detector d on d.id = s.detector_id"
                        + " where r.cylinder = ? and r.on_day >= ? and r.stage in ('AS_FOUND', 'CHECK_FIRST', 'CHECK')"
                        + " and r.reading is not null and r.expected > 0 and d.id <> ?")
                .params(cylinderId, today.minusDays(LATELY_DAYS), detectorId)
                .query(Row.class)
                .list()
                .stream()
                .filter(row -> library.latestCard(row.model())
                        .findSensor(row.slot())
                        .filter(sensor -> sensor.gasId().equals(gasId))
                        .isPresent())
                .map(row -> row.reading() / row.expected())
                .toList();
    }
}
