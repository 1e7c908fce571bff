package onward.sentry.server.plan;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import onward.sentry.core.plan.PlanRules;
import onward.sentry.server.platform.Site;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** The bench plan that stands. */
@Component
class PlanStore {

    /**
     * A detector's day.
     *
     * @param before the day in the plan before; empty: it was not in it
     */
    record Stands(LocalDate on, Optional<LocalDate> before, boolean pinned) {}

    /**
     * What is known of the plan as a whole.
     *
     * @param revision grows with every change
     * @param leastLateDays proven of all plans
     * @param leastTenths proven of all plans that are as little late
     * @param byRule what the plan by rule costs, tenths of a minute
     */
    record Head(
            long revision,
            PlanRules rules,
            Optional<Instant> madeAt,
            String madeBy,
            long leastLateDays,
            long leastTenths,
            long byRule) {}

    private final JdbcClient jdbc;
    private final JsonMapper json;
    private final Site site;

    PlanStore(JdbcClient jdbc, JsonMapper json, Site site) {
        this.jdbc = jdbc;
        this.json = json;
        this.site = site;
    }

    Head head() {
        return jdbc.sql("select * from bench_plan where id = 1")
                .query((row, n) -> new Head(
                        row.getLong("revision"),
                        Optional.ofNullable(row.getString("rules"))
                                .map(rules -> json.readValue(rules, PlanRules.class))
                                .orElse(PlanRules.USUAL),
                        Optional.ofNullable(row.getTimestamp("made_at")).map(java.sql.Timestamp::toInstant),
                        Optional.ofNullable(row.getString("made_by")).orElse(""),
                        row.getLong("least_late"),
                        row.getLong("least_tenths"),
                        row.getLong("by_rule")))
                .single();
    }

    /** By serial; jobs that were done since are not among them. */
    Map<String, Stands> jobs() {
        var jobs = new LinkedHashMap<String, Stands>();
        jdbc.sql("select d.serial, p.* from plan_job p join detector d on d.id = p.detector_id"
                        + " and d.due_on = p.due_on order by d.serial")
                .query(row -> {
                    jobs.put(
                            row.getString("serial"),
                            new Stands(
                                    row.getObject("on_day", LocalDate.class),
                                    Optional.ofNullable(row.getObject("before_day", LocalDate.class)),
                                    row.getBoolean("pinned")));
                });
        return jobs;
    }

    @Transactional
    void setRules(PlanRules rules) {
        jdbc.sql("update bench_plan set rules = ?, revision = revision + 1 where id = 1")
                .param(json.writeValueAsString(rules))
                .update();
    }

    /**
     * Puts another plan in the place of the one that stands.
     *
     * @param revision that it was made from; another one means that somebody was faster
     * @return whether it stands now
     */
    @Transactional
    boolean replace(long revision, Map<String, Stands> jobs, String by, long leastLate, long leastTenths, long byRule) {
        int mine = jdbc.sql("update bench_plan set revision = revision + 1, made_at = :at, made_by = :by,"
                        + " least_late = :late, least_tenths = :tenths, by_rule = :rule"
                        + " where id = 1 and revision = :revision")
                .param("at", site.now().atOffset(ZoneOffset.UTC))
                .param("by", by)
                .param("late", leastLate)
                .param("tenths", leastTenths)
                .param("rule", byRule)
                .param("revision", revision)
                .update();
        if (mine == 0) {
            return false;
        }
        jdbc.sql("delete from plan_job").update();
        jdbc.sql("insert into plan_job (detector_id, due_on, on_day, before_day, pinned)"
                        + " select d.id, d.due_on, p.on_day, p.before_day, p.pinned from detector d"
                        + " join unnest(:serials, cast(:days as date[]), cast(:befores as date[]), :pins)"
                        + " as p (serial, on_day, before_day, pinned)"
                        + " on p.serial = d.serial")
                .param("serials", jobs.keySet().toArray(String[]::new))
                .param(
                        "days",
                        jobs.values().stream().map(job -> job.on().toString()).toArray(String[]::new))
                .param(
                        "befores",
                        jobs.values().stream()
                                .map(job ->
                                        job.before().map(LocalDate::toString).orElse(null))
                                .toArray(String[]::new))
                .param("pins", jobs.values().stream().map(Stands::pinned).toArray(Boolean[]::new))
                .update();
        return true;
    }

    /** Puts one job on a day by hand. */
    @Transactional
    void put(UUID detectorId, LocalDate day, boolean pinned) {
        jdbc.sql("insert into plan_job (detector_id, due_on, on_day, pinned) select id, due_on, :day, :pinned"
                        + " from detector where id = :id on conflict (detector_id) do update set due_on = excluded.due_on,"
                        + " on_day = :day, before_day = null, pinned = :pinned")
                .param("id", detectorId)
                .param("day", day)
                .param("pinned", pinned)
                .update();
        jdbc.sql("update bench_plan set revision = revision + 1, least_late = 0, least_tenths = 0 where id = 1")
                .update();
    }
}
