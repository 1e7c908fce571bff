package onward.sentry.server.health;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import onward.sentry.core.judge.Verdict;
import onward.sentry.server.platform.Site;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What sensors were found like before anything was set, of the last two years. */
@Component
class Findings {

    private static final int YEARS = 2;

    /**
     * Of one slot of a model.
     *
     * @param months that they reach over
     * @param driftMedian change from how it was left to how it was found, % of the expected value; null: unknown
     * @param driftMostly eight of ten drifted by no more, %; null: unknown
     */
    record Found(
            String model, int slot, long inTolerance, long all, long months, Double driftMedian, Double driftMostly) {}

    private final JdbcClient jdbc;
    private final Site site;

    Findings(JdbcClient jdbc, Site site) {
        this.jdbc = jdbc;
        this.site = site;
    }

    /** By model. */
    @Transactional(readOnly = true)
    Map<String, List<Found>> byModel() {
        return jdbc
                .sql("""
                        select d.model, s.slot,
                            count(*) filter (where r.verdict = :pass) as in_tolerance,
                            count(*) as all,
                            greatest(0, (max(r.on_day) - min(r.on_day)) / 30) as months,
                            percentile_cont(0.5) within group (order by r.drift) as drift_median,
                            percentile_cont(0.8) within group (order by abs(r.drift)) as drift_mostly
                        from (
                            select sensor_id, stage, verdict, on_day,
                                case when lag(stage) over before = 'VERIFY' and expected <> 0
                                    then 100 * (reading - lag(reading) over before
                                        - (expected - lag(expected) over before)) / expected end as drift
                            from counting_result
                            where stage in ('AS_FOUND', 'VERIFY') and on_day > :since
                            window before as (partition by sensor_id order by on_day, stage = 'VERIFY')
                        ) r
                        join sensor s on s.id = r.sensor_id
                        join detector d on d.id = s.detector_id
                        where r.stage = 'AS_FOUND'
                        group by d.model, s.slot
                        order by d.model, s.slot
                        """)
                .param("pass", Verdict.PASS.name())
                .param("since", site.today().minusYears(YEARS))
                .query(Found.class)
                .list()
                .stream()
                .collect(Collectors.groupingBy(Found::model));
    }
}
