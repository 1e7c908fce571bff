package onward.sentry.server.health;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.UUID;
import onward.sentry.core.doubt.OwnTrend;
import onward.sentry.core.health.ResponseTrend;
import onward.sentry.core.health.SpanResponse;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The spans of a fitted sensor. */
@Component
public class SensorTrends {

    private final JdbcClient jdbc;

    SensorTrends(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    private record Row(LocalDate onDay, double percent, String cylinder) {}

    /** What each sensor should respond with on a day by its own spans, by slot; none where too few are known. */
    @Transactional(readOnly = true)
    public Map<Integer, OwnTrend> own(Map<Integer, UUID> sensors, LocalDate on) {
        var trends = new TreeMap<Integer, OwnTrend>();
        sensors.forEach((slot, sensor) -> ResponseTrend.expected(spans(sensor), on)
                .filter(expected -> expected.percent() > 0)
                .ifPresent(expected -> trends.put(slot, new OwnTrend(expected.percent(), expected.standard()))));
        return trends;
    }

    /** Oldest first; of several tries in one run the best, since the others say more of the rig than of the sensor. */
    @Transactional(readOnly = true)
    List<SpanResponse> spans(UUID sensorId) {
        return jdbc
                .sql("select on_day, max(response_percent) as percent, coalesce(max(cylinder), '') as cylinder"
                        + " from counting_result where sensor_id = ? and stage = 'SPAN' and response_percent is not null"
                        + " group by run_id, on_day order by on_day")
                .param(sensorId)
                .query(Row.class)
                .list()
                .stream()
                .map(row -> new SpanResponse(row.onDay(), row.percent(), row.cylinder()))
                .toList();
    }
}
