package onward.sentry.server.logbook;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import onward.sentry.core.card.Job;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.strip.Strip;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.logbook.LogbookFilter.Condition;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.Site;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The site's ledger as people read it: newest first, with filters. */
@Component
class Logbook {

    static final int PAGE = 60;

    /** Fields of an entry that the chain needs, and no reader. */
    private static final Set<String> NOT_SHOWN = Set.of("run", "lastHash", "textHash", "corrects");

    /** How many of the newest are looked through, one after the other, before the index of words is asked. */
    private static final List<Integer> NEWEST = List.of(5_000, 50_000);

    /** Details of an entry are fetched for one page only; inside, PostgreSQL drops the joins that no condition needs. */
    private static final String ROWS = """
            select l.*, d.model, d.crew, r.job, r.strip, r.verdict, r.time_scale, r.source,
                (select string_agg(c.seq::text, ',' order by c.seq) from ledger c where c.corrects = l.seq) as corrected_by
            from (
                select l.seq, l.at, l.kind, l.by, l.body, l.hash, l.detector, l.cylinder, l.run_id, l.corrects
                from %s l
                left join run r on r.id = l.run_id
                left join detector d on d.serial = l.detector
                where %s
                order by %s
                limit %d) l
            left join run r on r.id = l.run_id
            left join detector d on d.serial = l.detector
            order by l.at desc, l.seq desc
            """;

    private static final String NEWEST_FIRST = "l.at desc, l.seq desc";

    private final JdbcClient jdbc;
    private final Site site;
    private final JsonMapper json;

    Logbook(JdbcClient jdbc, Site site, JsonMapper json) {
        this.jdbc = jdbc;
        this.site = site;
        this.json = json;
    }

    /**
     * @param seq the entry's number: the first of the site is 1
     * @param kind empty for an entry that a newer version of the program wrote
     * @param facts what the entry says, by the name that the ledger stores it under; days as 2026-12-01
     * @param job of the run that the entry is about
     * @param corrects the number of the entry that this one corrects
     * @param correctedBy the numbers of later entries that correct this one
     */
    record LogbookEntry(
            long seq,
            Instant at,
            Optional<LedgerKind> kind,
            String by,
            Map<String, String> facts,
            Optional<String> detector,
            Optional<String> model,
            Optional<String> crew,
            Optional<String> cylinder,
            Optional<UUID> runId,
            Optional<Job> job,
            Optional<Strip> strip,
            Optional<Verdict> verdict,
            boolean simulated,
            Optional<ReadingSource> source,
            Optional<Long> corrects,
            List<Long> correctedBy,
            String hash) {

        /** @return what the entry says under a name; empty text when it says nothing there */
        String fact(String name) {
            return facts.getOrDefault(name, "");
        }
    }

    /** @param next where the next page begins; empty on the last one */
    record LogbookPage(List<LogbookEntry> entries, Optional<String> next) {}

    /** The values that the logbook can be filtered by. */
    record LogbookChoices(List<KindChoice> kinds, List<String> people, List<String> models, List<String> crews) {}

    record KindChoice(LedgerKind kind, LedgerKind.Area area) {}

    /** A common word fills a page from the newest entries; a rare one is found by the index of words. */
    @Transactional(readOnly = true)
    public LogbookPage page(LogbookFilter filter) {
        var found = found(filter.place(), filter.condition(site.zone()));
        if (found.size() <= PAGE) {
            return new LogbookPage(found, Optional.empty());
        }
        var last = found.get(PAGE - 1);
        return new LogbookPage(
                found.subList(0, PAGE), Optional.of(new LogbookFilter.Place(last.at(), last.seq()).toString()));
    }

    private List<LogbookEntry> found(Condition below, Condition narrow) {
        if (narrow.isEmpty()) {
            return rows("ledger", Condition.NONE, below, NEWEST_FIRST);
        }
        for (int most : NEWEST) {
            var found = rows(newest(below, most), below, narrow, NEWEST_FIRST);
            if (found.size() > PAGE) {
                return found;
            }
        }
        // Not the column itself: the order of an index must not tempt to walk all entries in search of a rare word.
        return rows("ledger", Condition.NONE, narrow.and(below), "l.at + interval '0' desc, l.seq desc");
    }

    private static String newest(Condition below, int most) {
        return "(select * from ledger l where " + below.sql() + " order by " + NEWEST_FIRST + " limit " + most + ")";
    }

    /**
     * One more than a page holds, if there are so many.
     *
     * @param inside what is put in for the question marks of {@code from}
     */
    private List<LogbookEntry> rows(String from, Condition inside, Condition where, String order) {
        var values = new ArrayList<>(inside.values());
        values.addAll(where.values());
        return jdbc.sql(ROWS.formatted(from, where.sql(), order, PAGE + 1))
                .params(values)
                .query((row, n) -> entry(row))
                .list();
    }

    /** @throws NotFound when the ledger has no such number */
    @Transactional(readOnly = true)
    public LogbookEntry entry(long seq) {
        return rows("ledger", Condition.NONE, new Condition("l.seq = ?", List.of(seq)), NEWEST_FIRST).stream()
                .findFirst()
                .orElseThrow(() -> new NotFound("Entry " + seq + " of the logbook"));
    }

    /** The entry that a run ended with, and the corrections of it, oldest first. */
    @Transactional(readOnly = true)
    public List<LogbookEntry> ofRun(UUID run) {
        var found = new ArrayList<>(
                rows("ledger", Condition.NONE, new Condition("l.run_id = ?", List.of(run)), NEWEST_FIRST));
        Collections.reverse(found);
        return found;
    }

    @Transactional(readOnly = true)
    public LogbookChoices choices() {
        return new LogbookChoices(
                distinct("kind").stream()
                        .flatMap(code -> LedgerKind.ofCode(code).stream())
                        .map(kind -> new KindChoice(kind, kind.area()))
                        .toList(),
                distinct("by"),
                jdbc.sql("select distinct model from detector order by model")
                        .query(String.class)
                        .list(),
                jdbc.sql("select distinct crew from detector where crew <> '' order by crew")
                        .query(String.class)
                        .list());
    }

    /** Jumps from value to value along the index: a ledger of a million entries has thirty kinds. */
    private List<String> distinct(String column) {
        return jdbc.sql("""
                        with recursive step as (
                            (select %1$s as value from ledger order by %1$s limit 1)
                            union all
                            select (select %1$s from ledger where %1$s > step.value order by %1$s limit 1)
                            from step where step.value is not null)
                        select value from step where value is not null order by value
                        """.formatted(column)).query(String.class).list();
    }

    private LogbookEntry entry(ResultSet row) throws SQLException {
        var correctedBy = Optional.ofNullable(row.getString("corrected_by"));
        return new LogbookEntry(
                row.getLong("seq"),
                row.getObject("at", OffsetDateTime.class).toInstant(),
                LedgerKind.ofCode(row.getString("kind")),
                row.getString("by"),
                facts(json.readTree(row.getString("body"))),
                Optional.ofNullable(row.getString("detector")),
                Optional.ofNullable(row.getString("model")),
                Optional.ofNullable(row.getString("crew")),
                Optional.ofNullable(row.getString("cylinder")),
                Optional.ofNullable(row.getObject("run_id", UUID.class)),
                Optional.ofNullable(row.getString("job")).map(Job::valueOf),
                endOfRun("strip", row).map(Strip::decode),
                endOfRun("verdict", row).map(Verdict::valueOf),
                row.getObject("time_scale") != null && row.getDouble("time_scale") != 1,
                Optional.ofNullable(row.getString("source")).map(ReadingSource::valueOf),
                Optional.ofNullable((Long) row.getObject("corrects")),
                correctedBy.map(list -> List.of(list.split(","))).orElse(List.of()).stream()
                        .map(Long::valueOf)
                        .toList(),
                row.getString("hash"));
    }

    /** The result of a run belongs to the entry of its end, not to later entries about it. */
    private static Optional<String> endOfRun(String column, ResultSet row) throws SQLException {
        return row.getString("kind").startsWith("run-") ? Optional.ofNullable(row.getString(column)) : Optional.empty();
    }

    private static Map<String, String> facts(JsonNode body) {
        var facts = new LinkedHashMap<String, String>();
        for (var field : body.properties()) {
            var value = NOT_SHOWN.contains(field.getKey()) ? "" : value(field.getValue());
            if (!value.isEmpty()) {
                facts.put(field.getKey(), value);
            }
        }
        return facts;
    }

    /** A list as {@code a, b}; a change as {@code before → after}; counts by name as {@code filter 2, o-ring 1}. */
    private static String value(JsonNode node) {
        if (node.isArray()) {
            var values = new ArrayList<String>();
            node.forEach(one -> values.add(value(one)));
            return String.join(", ", values);
        }
        if (node.has("before") && node.has("after")) {
            return value(node.get("before")) + " → " + value(node.get("after"));
        }
        if (node.isObject()) {
            return node.properties().stream()
                    .map(field -> field.getKey() + " " + value(field.getValue()))
                    .collect(Collectors.joining(", "));
        }
        return node.isString() ? node.stringValue() : node.isNull() ? "" : node.toString();
    }
}
