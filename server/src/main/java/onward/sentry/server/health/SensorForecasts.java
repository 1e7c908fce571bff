package onward.sentry.server.health;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import net.javacrumbs.shedlock.spring.annotation.SchedulerLock;
import onward.sentry.core.health.Crossing;
import onward.sentry.core.health.ResponseTrend;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** When fitted sensors are likely to become marginal; kept, so that nobody has to draw every line of the fleet at once. */
@Component
public class SensorForecasts {

    /** A sensor whose end is in sight. @param now where its line stands, % */
    record Outlook(
            String serial,
            String model,
            String crew,
            int slot,
            String sensor,
            double now,
            LocalDate earliest,
            Optional<LocalDate> likely) {

        Crossing marginal() {
            return new Crossing(ResponseTrend.MARGINAL_PERCENT, Optional.of(earliest), likely, Optional.empty());
        }
    }

    private static final int EACH_MILLIS = 60_000;
    private static final int MOST_IN_THE_BACKGROUND = 500;

    private final JdbcClient jdbc;
    private final SensorTrends trends;

    SensorForecasts(JdbcClient jdbc, SensorTrends trends) {
        this.jdbc = jdbc;
        this.trends = trends;
    }

    /** Works out again what has been seen of a sensor. */
    @Transactional
    public void renew(UUID sensorId) {
        var spans = trends.spans(sensorId);
        var trend = ResponseTrend.of(spans);
        jdbc.sql("insert into sensor_outlook (sensor_id, spans, now, earliest, likely)"
                        + " values (:id, :spans, :now, :earliest, :likely) on conflict (sensor_id)"
                        + " do update set spans = :spans, now = :now, earliest = :earliest, likely = :likely")
                .param("id", sensorId)
                .param("spans", spans.size())
                .param("now", trend.map(ResponseTrend::nowPercent).orElse(null), java.sql.Types.DOUBLE)
                .param("earliest", trend.flatMap(t -> t.marginal().earliest()).orElse(null), java.sql.Types.DATE)
                .param("likely", trend.flatMap(t -> t.marginal().likely()).orElse(null), java.sql.Types.DATE)
                .update();
    }

    /** Sensors that were there before this was kept are worked out little by little. */
    @Scheduled(fixedDelay = EACH_MILLIS, initialDelay = EACH_MILLIS)
    @SchedulerLock(name = "outlooks")
    @Transactional
    public void fillOn() {
        fill(MOST_IN_THE_BACKGROUND);
    }

    /** Works out sensors that nobody has looked at yet, so many at most. @return how many are left */
    @Transactional
    public long fill(int most) {
        var open = " from sensor s left join sensor_outlook o on o.sensor_id = s.id"
                + " where s.removed_on is null and o.sensor_id is null";
        jdbc.sql("select s.id" + open + " limit ?")
                .param(most)
                .query(UUID.class)
                .list()
                .forEach(this::renew);
        return jdbc.sql("select count(*)" + open).query(Long.class).single();
    }

    /** Fitted sensors that may become marginal by a day, the earliest first. */
    @Transactional(readOnly = true)
    List<Outlook> until(LocalDate day) {
        return jdbc.sql("select d.serial, d.model, d.crew, s.slot, s.serial as sensor, o.now, o.earliest, o.likely"
                        + " from sensor_outlook o join sensor s on s.id = o.sensor_id and s.removed_on is null"
                        + " join detector d on d.id = s.detector_id and d.retired_on is null"
                        + " where o.earliest <= ? order by o.earliest, d.serial, s.slot")
                .param(day)
                .query((row, n) -> new Outlook(
                        row.getString("serial"),
                        row.getString("model"),
                        row.getString("crew"),
                        row.getInt("slot"),
                        row.getString("sensor"),
                        row.getDouble("now"),
                        row.getObject("earliest", LocalDate.class),
                        Optional.ofNullable(row.getObject("likely", LocalDate.class))))
                .list();
    }
}
