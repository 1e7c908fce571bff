package onward.sentry.server.plan;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import onward.sentry.core.schedule.DetectorState;
import onward.sentry.core.working.Figures;
import onward.sentry.server.platform.Site;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The days of the standing plan that are still to come, for calendars. */
@Component
public class PlannedWorkdays {

    /** @param serials of the detectors that stand on this day */
    public record Workday(LocalDate on, List<String> serials) {

        /** {@code "Bench: 2 detectors, Q4-1005, Q4-1007"}. */
        public String words() {
            return "Bench: " + Figures.counted(serials.size(), "detector", "detectors") + ", "
                    + String.join(", ", serials);
        }
    }

    private final JdbcClient jdbc;
    private final Site site;

    PlannedWorkdays(JdbcClient jdbc, Site site) {
        this.jdbc = jdbc;
        this.site = site;
    }

    /** By detector. */
    @Transactional(readOnly = true)
    Map<UUID, LocalDate> dayOfEach() {
        return jdbc
                .sql("select d.id, p.on_day from plan_job p join detector d on d.id = p.detector_id"
                        + " and d.due_on = p.due_on")
                .query((row, n) -> Map.entry(row.getObject("id", UUID.class), row.getObject("on_day", LocalDate.class)))
                .list()
                .stream()
                .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
    }

    @Transactional(readOnly = true)
    public List<Workday> toCome() {
        return jdbc.sql("select p.on_day, array_agg(d.serial order by d.serial) as serials from plan_job p"
                        + " join detector d on d.id = p.detector_id and d.due_on = p.due_on where p.on_day >= :today"
                        + " and d.state_word not in (:without) group by p.on_day order by p.on_day")
                .param("today", site.today())
                .param(
                        "without",
                        DetectorState.WITHDRAWN.stream()
                                .map(DetectorState::name)
                                .toList())
                .query((row, n) -> new Workday(row.getObject("on_day", LocalDate.class), List.of((String[])
                        row.getArray("serials").getArray())))
                .list();
    }
}
