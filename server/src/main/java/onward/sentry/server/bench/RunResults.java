package onward.sentry.server.bench;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.UUID;
import java.util.stream.Collectors;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.run.RunState;
import onward.sentry.server.fleet.FirstResults;
import onward.sentry.server.fleet.Fleet;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** One row per sensor and stage of a signed run: what trends and lists are drawn from. */
@Component
public class RunResults implements FirstResults {

    private final JdbcTemplate jdbc;

    RunResults(JdbcTemplate jdbc) {
        this.jdbc = jdbc;
    }

    public void store(UUID runId, Fleet.RegisteredDetector detector, RunState state, LocalDate on) {
        var sensorIds = detector.sensors().stream().collect(Collectors.toMap(Fleet.Fitted::slot, Fleet.Fitted::id));
        var cylinders = cylinders(state);
        var rows = new ArrayList<Object[]>();
        for (var outcome : state.outcomes()) {
            rows.add(new Object[] {
                UUID.randomUUID(),
                runId,
                sensorIds.get(outcome.slot()),
                outcome.stage().name(),
                outcome.judgement().verdict().name(),
                orNull(outcome.reading()),
                outcome.expected(),
                orNull(outcome.responsePercent()),
                orNull(outcome.t90Seconds()),
                on,
                cylinders.get(outcome)
            });
        }
        jdbc.batchUpdate(
                "insert into sensor_result (id, run_id, sensor_id, stage, verdict, reading, expected,"
                        + " response_percent, t90_seconds, on_day, cylinder) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
                rows);
    }

    @Override
    public Optional<LocalDate> firstResult(UUID sensorId) {
        return Optional.ofNullable(jdbc.queryForObject(
                "select min(on_day) from sensor_result where sensor_id = ?", LocalDate.class, sensorId));
    }

    /** The cylinder that each outcome on gas rests on. */
    private static Map<SensorOutcome, String> cylinders(RunState state) {
        var cylinders = new IdentityHashMap<SensorOutcome, String>();
        var tag = "";
        for (var event : state.events()) {
            if (event instanceof RunEvent.CylinderChosen chosen) {
                tag = chosen.cylinderId();
            } else if (event instanceof RunEvent.BumpSeen seen) {
                seen.outcomes().forEach(outcome -> cylinders.put(outcome, seen.cylinderId()));
            } else if (event instanceof RunEvent.PaperEntered paper) {
                paper.outcomes().stream()
                        .filter(outcome -> outcome.stage().onGas())
                        .forEach(outcome -> cylinders.put(outcome, paper.cylinderId()));
            } else if (event instanceof RunEvent.ReadingAccepted taken) {
                cylinders.put(taken.outcome(), tag);
            } else if (event instanceof RunEvent.ReadingNotAccepted not) {
                cylinders.put(not.outcome(), tag);
            }
        }
        return cylinders;
    }

    private static Double orNull(OptionalDouble value) {
        return value.isPresent() ? value.getAsDouble() : null;
    }
}
