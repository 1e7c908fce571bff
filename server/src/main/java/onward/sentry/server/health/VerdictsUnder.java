package onward.sentry.server.health;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import onward.sentry.core.card.Purpose;
import onward.sentry.core.card.Target;
import onward.sentry.core.gas.Component;
import onward.sentry.core.gas.Concentration;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.judge.SpanJudge;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.measure.GasJudge;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.Stage;
import onward.sentry.server.platform.Site;
import onward.sentry.server.rules.ProcedureLibrary;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What the results on record would have been judged under another site policy; nothing is judged again. */
@Service
class VerdictsUnder {

    /** Newest results that are looked at. */
    private static final int MOST = 20_000;

    private static final List<Stage> CHECKS = List.of(Stage.AS_FOUND, Stage.CHECK_FIRST, Stage.CHECK, Stage.VERIFY);

    /** So many results at a stage would have had another verdict. @param change such as {@code pass → fail} */
    record Otherwise(String stage, String change, long results) {}

    /** @param of results that were looked at, the newest ones */
    record Verdicts(long of, List<Otherwise> otherwise) {}

    private record Result(
            String model,
            int slot,
            Stage stage,
            double reading,
            double expected,
            Double responsePercent,
            String cylinder) {}

    private final JdbcClient jdbc;
    private final ProcedureLibrary library;
    private final SitePolicies policies;
    private final Site site;

    VerdictsUnder(JdbcClient jdbc, ProcedureLibrary library, SitePolicies policies, Site site) {
        this.jdbc = jdbc;
        this.library = library;
        this.policies = policies;
        this.site = site;
    }

    @Transactional(readOnly = true)
    public Verdicts otherwise(SitePolicy then) {
        var now = policies.policy();
        var results = results();
        var gases = gases();
        var judgesNow = judges(now);
        var judgesThen = judges(then);
        var counts = new TreeMap<String, Long>();
        for (var result : results) {
            var was = judged(result, judgesNow.get(result.model()), now, gases);
            var would = judged(result, judgesThen.get(result.model()), then, gases);
            if (was != would) {
                counts.merge(result.stage().label() + "|" + was.label() + " → " + would.label(), 1L, Long::sum);
            }
        }
        return new Verdicts(
                results.size(),
                counts.entrySet().stream()
                        .map(entry -> {
                            var parts = entry.getKey().split("\\|");
                            return new Otherwise(parts[0], parts[1], entry.getValue());
                        })
                        .toList());
    }

    private Map<String, GasJudge> judges(SitePolicy policy) {
        var judges = new HashMap<String, GasJudge>();
        library.publishedCards()
                .forEach(card ->
                        judges.put(card.model(), new GasJudge(card.under(policy), policy, OptionalDouble.empty())));
        return judges;
    }

    private static Verdict judged(
            Result result, GasJudge judge, SitePolicy policy, Map<String, List<Component>> gases) {
        if (result.stage() == Stage.SPAN) {
            return SpanJudge.grade(
                    judge.card().grading(policy), result.responsePercent(), 100 * result.reading() / result.expected());
        }
        var gas = judge.card().sensor(result.slot()).gasId();
        return judge.check(
                new Target(result.slot(), Purpose.CHECK, OptionalDouble.empty()),
                result.expected(),
                result.reading(),
                gases.getOrDefault(result.cylinder(), List.of()).stream()
                        .filter(component -> component.gasId().equals(gas))
                        .findFirst());
    }

    /** What is in each cylinder on record, by its tag. */
    private Map<String, List<Component>> gases() {
        return jdbc
                .sql("select c.tag, k.gas_id, k.amount, k.unit, k.relative_uncertainty, k.states_two"
                        + " from cylinder c join cylinder_component k on k.cylinder_id = c.id")
                .query((row, n) -> Map.entry(
                        row.getString("tag"),
                        new Component(
                                row.getString("gas_id"),
                                Concentration.of(row.getDouble("amount"), Unit.valueOf(row.getString("unit"))),
                                row.getDouble("relative_uncertainty"),
                                row.getBoolean("states_two"))))
                .list()
                .stream()
                .collect(Collectors.groupingBy(
                        Map.Entry::getKey, Collectors.mapping(Map.Entry::getValue, Collectors.toList())));
    }

    private List<Result> results() {
        var stages = Stream.concat(CHECKS.stream(), Stream.of(Stage.SPAN))
                .map(stage -> "'" + stage.name() + "'")
                .collect(Collectors.joining(", "));
        return jdbc.sql(
                        "select d.model, s.slot, r.stage, r.reading, r.expected, r.response_percent, coalesce(r.cylinder, '') as cylinder from (select * from"
                                + " counting_result where on_day > ? and stage in (" + stages
                                + ") and reading is not null and"
                                + " expected > 0 and (stage <> 'SPAN' or response_percent is not null) order by on_day desc"
                                + " limit ?) r join sensor s on s.id = r.sensor_id join detector d on d.id = s.detector_id")
                .params(site.today().minusYears(1), MOST)
                .query(Result.class)
                .list();
    }
}
