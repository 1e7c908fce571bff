package onward.sentry.server.fleet;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.StringJoiner;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import onward.sentry.core.schedule.DetectorState;
import onward.sentry.core.schedule.StateToday;
import onward.sentry.server.platform.Site;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The fleet as a list: found by words, narrowed, in an order, a page at a time. Reads rows only, no entities. */
@Component
public class FleetList {

    /** What comes first. */
    enum Order {
        SERIAL("serial"),
        DUE("due_on, serial"),
        PRESSING(pressing() + ", due_on, serial");

        private final String sql;

        Order(String sql) {
            this.sql = sql;
        }

        /** As {@link DetectorState} has them, but what left the fleet last. */
        private static String pressing() {
            return Arrays.stream(DetectorState.values())
                    .filter(word -> word != DetectorState.RETIRED)
                    .map(word -> " when '" + word.name() + "' then " + word.ordinal())
                    .collect(Collectors.joining("", "case state_word", " else 99 end"));
        }
    }

    /**
     * What is looked for.
     *
     * @param find words that must all stand in serial, tag, model, crew, place or state; empty: any
     * @param state empty: any
     * @param model empty: any
     * @param crew empty: any
     */
    record Filter(String find, Optional<DetectorState> state, String model, String crew) {}

    /** A line of the list. */
    public record Line(
            UUID id,
            String serial,
            String assetTag,
            String model,
            String crew,
            String location,
            DetectorState state,
            boolean usable,
            String reason,
            LocalDate dueOn,
            Optional<LocalDate> lastRunOn,
            Optional<String> lastStrip,
            LocalDate validThrough) {

        Line with(StateToday today) {
            return new Line(
                    id,
                    serial,
                    assetTag,
                    model,
                    crew,
                    location,
                    today.word(),
                    today.usable(),
                    today.reason(),
                    today.due().date(),
                    lastRunOn,
                    lastStrip,
                    today.validThrough());
        }

        static Line of(ResultSet row, int number) throws SQLException {
            return new Line(
                    row.getObject("id", UUID.class),
                    row.getString("serial"),
                    row.getString("asset_tag"),
                    row.getString("model"),
                    row.getString("crew"),
                    row.getString("location"),
                    DetectorState.valueOf(row.getString("state_word")),
                    row.getBoolean("usable"),
                    row.getString("state_reason"),
                    row.getObject("due_on", LocalDate.class),
                    Optional.ofNullable(row.getObject("last_run_on", LocalDate.class)),
                    Optional.ofNullable(row.getString("last_strip")),
                    row.getObject("state_valid_through", LocalDate.class));
        }
    }

    /** How many detectors there are of a state, a model or a crew. */
    record Share(String name, long detectors) {}

    private static final String LINE = "id, serial, asset_tag, model, crew, location, state_word, usable, state_reason,"
            + " due_on, last_run_on, last_strip, state_valid_through";

    private final JdbcClient jdbc;
    private final DetectorRepository detectors;
    private final StateKeeper states;
    private final Site site;

    FleetList(JdbcClient jdbc, DetectorRepository detectors, StateKeeper states, Site site) {
        this.jdbc = jdbc;
        this.detectors = detectors;
        this.states = states;
        this.site = site;
    }

    /** Slots of the sensors that a detector of a model waits to have bumped; of all where none waits. */
    @Transactional(readOnly = true)
    public List<Integer> slotsToBump(String model) {
        return states.slotsToBump(model, detectors.findOldestBumps(model, DetectorState.BUMP_FIRST));
    }

    /** @param of how many of its model and job there are, itself among them */
    public record Counted(Line line, long of) {}

    /** Lines whose stored state is out of date say what is true today. */
    private List<Line> current(List<Line> lines) {
        var expired = lines.stream()
                .filter(line -> site.today().isAfter(line.validThrough()))
                .map(Line::id)
                .toList();
        if (expired.isEmpty()) {
            return lines;
        }
        var known = detectors.findByIdIn(expired).stream().collect(Collectors.toMap(DetectorEntity::id, states::today));
        return lines.stream()
                .map(line -> Optional.ofNullable(known.get(line.id()))
                        .map(line::with)
                        .orElse(line))
                .toList();
    }

    @Transactional(readOnly = true)
    List<Line> page(Filter filter, Order order, int from, int limit) {
        var params = params(filter);
        params.put("from", from);
        params.put("limit", limit);
        return current(jdbc.sql("select " + LINE + " from detector where " + where(filter) + " order by " + order.sql
                        + " offset :from limit :limit")
                .params(params)
                .query(Line::of)
                .list());
    }

    /** Everything in the fleet that falls due by a day and is not kept out of use, by serial. */
    @Transactional(readOnly = true)
    public List<Line> dueBy(LocalDate day) {
        return current(jdbc.sql("select " + LINE
                        + " from detector where due_on <= :day and state_word not in (:without) order by serial")
                .param("day", day)
                .param(
                        "without",
                        DetectorState.WITHDRAWN.stream()
                                .map(DetectorState::name)
                                .toList())
                .query(Line::of)
                .list());
    }

    /** How many detectors each crew has in the fleet. */
    @Transactional(readOnly = true)
    public Map<String, Integer> inCrews() {
        return jdbc
                .sql("select crew, count(*) as n from detector where state_word <> ? group by crew")
                .param(DetectorState.RETIRED.name())
                .query((row, n) -> Map.entry(row.getString("crew"), row.getInt("n")))
                .list()
                .stream()
                .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
    }

    /**
     * The most pressing detectors in some states, so many at most of each model and job, with how many there are.
     *
     * @param without detectors that are listed otherwise
     */
    @Transactional(readOnly = true)
    public List<Counted> pressing(Collection<DetectorState> states, Collection<UUID> without, int most) {
        var wanted = " state_word in (:states) and not (id = any (:without))";
        var counted = jdbc.sql("select first.*, kind.of from (select model as m, state_word = 'BUMP_FIRST' as bump,"
                        + " count(*) as of from detector where" + wanted + " group by 1, 2) kind"
                        + " cross join lateral (select " + LINE + " from detector where model = m"
                        + " and (state_word = 'BUMP_FIRST') = bump and" + wanted + " order by " + Order.PRESSING.sql
                        + " limit :most) first order by " + Order.PRESSING.sql)
                .param("states", states.stream().map(DetectorState::name).toList())
                .param("without", without.toArray(UUID[]::new))
                .param("most", most)
                .query((row, n) -> new Counted(Line.of(row, n), row.getLong("of")))
                .list();
        var lines = current(counted.stream().map(Counted::line).toList());
        return IntStream.range(0, lines.size())
                .mapToObj(i -> new Counted(lines.get(i), counted.get(i).of()))
                .toList();
    }

    /** Every detector of a crew that is in the fleet, by serial. @param crew empty: of every crew */
    @Transactional(readOnly = true)
    public List<Line> ofCrew(String crew) {
        return current(jdbc.sql(
                        "select " + LINE
                                + " from detector where state_word <> :retired and (:crew = '' or crew = :crew) order by serial")
                .param("retired", DetectorState.RETIRED.name())
                .param("crew", crew)
                .query(Line::of)
                .list());
    }

    @Transactional(readOnly = true)
    public List<Line> byIds(Collection<UUID> ids) {
        return current(
                jdbc.sql("select " + LINE + " from detector where id = any (:ids) order by " + Order.PRESSING.sql)
                        .param("ids", ids.toArray(UUID[]::new))
                        .query(Line::of)
                        .list());
    }

    /** @param usable may be used as they stand */
    public record Readiness(long usable, long all) {}

    /** How many detectors of the fleet may be used today. */
    @Transactional(readOnly = true)
    public Readiness readiness() {
        // What has stopped being true does not count as usable until it is worked out again.
        return jdbc.sql("select count(*) filter (where usable and state_valid_through >= ?) as usable,"
                        + " count(*) as all_of_them from detector where state_word <> ?")
                .params(site.today(), DetectorState.RETIRED.name())
                .query((row, n) -> new Readiness(row.getLong(1), row.getLong(2)))
                .single();
    }

    /**
     * How many fit, by the values of each column; the column itself is not narrowed, so that another of its values can be
     * chosen. The words are looked for once.
     */
    @Transactional(readOnly = true)
    Map<Column, List<Share>> shares(Filter filter) {
        var sql = new StringJoiner(
                " union all ",
                "with found as materialized (select state_word, model, crew from detector where " + found(filter)
                        + ") ",
                " order by 1, 2");
        for (var column : Column.values()) {
            sql.add("select '" + column + "' as narrows, " + column.sql
                    + " as name, count(*) as detectors from found where " + narrowed(column.leftOut(filter))
                    + " group by 2");
        }
        var all = new EnumMap<Column, List<Share>>(Column.class);
        for (var column : Column.values()) {
            all.put(column, new ArrayList<>());
        }
        jdbc.sql(sql.toString()).params(params(filter)).query(row -> {
            all.get(Column.valueOf(row.getString("narrows")))
                    .add(new Share(row.getString("name"), row.getLong("detectors")));
        });
        return all;
    }

    /** What the list can be narrowed by. */
    enum Column {
        STATE("state_word"),
        MODEL("model"),
        CREW("crew");

        private final String sql;

        Column(String sql) {
            this.sql = sql;
        }

        private Filter leftOut(Filter filter) {
            return switch (this) {
                case STATE -> new Filter(filter.find(), Optional.empty(), filter.model(), filter.crew());
                case MODEL -> new Filter(filter.find(), filter.state(), "", filter.crew());
                case CREW -> new Filter(filter.find(), filter.state(), filter.model(), "");
            };
        }
    }

    private static List<String> words(Filter filter) {
        return Arrays.stream(filter.find().strip().split("\\s+"))
                .filter(word -> !word.isEmpty())
                .limit(8)
                .toList();
    }

    private static String where(Filter filter) {
        return found(filter) + " and " + narrowed(filter);
    }

    private static String found(Filter filter) {
        var found = new StringJoiner(" and ").add("true");
        for (int i = 0; i < words(filter).size(); i++) {
            found.add("(serial || ' ' || asset_tag || ' ' || model || ' ' || crew || ' ' || location || ' '"
                    + " || replace(state_word, '_', ' ')) ilike :word" + i);
        }
        return found.toString();
    }

    private static String narrowed(Filter filter) {
        var narrowed = new StringJoiner(" and ").add("true");
        if (filter.state().isPresent()) {
            narrowed.add("state_word = :state");
        }
        if (!filter.model().isEmpty()) {
            narrowed.add("model = :model");
        }
        if (!filter.crew().isEmpty()) {
            narrowed.add("crew = :crew");
        }
        return narrowed.toString();
    }

    private static Map<String, Object> params(Filter filter) {
        var params = new HashMap<String, Object>();
        var words = words(filter);
        for (int i = 0; i < words.size(); i++) {
            params.put("word" + i, "%" + words.get(i).replaceAll("([\\\\%_])", "\\\\$1") + "%");
        }
        filter.state().ifPresent(state -> params.put("state", state.name()));
        params.put("model", filter.model());
        params.put("crew", filter.crew());
        return params;
    }
}
