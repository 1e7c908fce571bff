package onward.sentry.server.logbook;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import onward.sentry.core.card.Job;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.strip.Strip;
import onward.sentry.server.logbook.LogbookWish.Condition;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.Site;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The site's ledger as people read it: the newest on top, found by anything. */
@Component
class Logbook {

    static final int PAGE = 60;

    /** What the entry's own line shows already, or nobody reads. */
    private static final Set<String> NOT_SHOWN = Set.of(
            "run", "lastHash", "textHash", "detector", "serial", "corrects", "job", "crew", "cylinder", "verdict");

    /** How many of the newest are looked through, one after the other, before the index of words is asked. */
    private static final List<Integer> NEWEST = List.of(5_000, 50_000);

    /** What stands beside an entry is fetched for those of the page alone; inside, joins that no condition asks for fall away. */
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

    /** One thing that an entry says beside who, when and about what. */
    record EntryDetail(String name, String value) {}

    /**
     * @param seq the entry's number: the first of the site is 1
     * @param kind as filters take it
     * @param title the kind in words
     * @param corrects the number of the entry that this one corrects
     * @param correctedBy the numbers of later entries that correct this one
     */
    record LogbookEntry(
            long seq,
            Instant at,
            String kind,
            String title,
            String by,
            List<EntryDetail> details,
            Optional<String> detector,
            Optional<String> model,
            Optional<String> crew,
            Optional<String> cylinder,
            Optional<UUID> runId,
            Optional<String> job,
            Optional<Strip> strip,
            Optional<String> verdict,
            boolean simulated,
            Optional<ReadingSource> source,
            Optional<Long> corrects,
            List<Long> correctedBy,
            String hash) {

        /** What the entry says under a name; empty when it says nothing there. */
        String detail(String name) {
            return details.stream()
                    .filter(detail -> detail.name().equals(name))
                    .map(EntryDetail::value)
                    .findFirst()
                    .orElse("");
        }
    }

    /** @param next where the next page begins; empty on the last one */
    record LogbookPage(List<LogbookEntry> entries, Optional<String> next) {}

    /** What there is to narrow the logbook by. */
    record LogbookChoices(List<KindChoice> kinds, List<String> people, List<String> models, List<String> crews) {}

    record KindChoice(String kind, String title) {}

    /** What many entries say fills a page from the newest of them; what few say, the index of words finds at once. */
    @Transactional(readOnly = true)
    public LogbookPage page(LogbookWish wish) {
        var found = found(wish.place(), wish.condition(site.zone()));
        if (found.size() <= PAGE) {
            return new LogbookPage(found, Optional.empty());
        }
        var last = found.get(PAGE - 1);
        return new LogbookPage(
                found.subList(0, PAGE), Optional.of(new LogbookWish.Place(last.at(), last.seq()).toString()));
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
                        .map(kind -> new KindChoice(kind, title(kind)))
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
        var job = Optional.ofNullable(row.getString("job")).map(Job::valueOf).map(Job::label);
        var correctedBy = Optional.ofNullable(row.getString("corrected_by"));
        return new LogbookEntry(
                row.getLong("seq"),
                row.getObject("at", OffsetDateTime.class).toInstant(),
                row.getString("kind"),
                title(row.getString("kind"), job),
                row.getString("by"),
                details(json.readTree(row.getString("body"))),
                Optional.ofNullable(row.getString("detector")),
                Optional.ofNullable(row.getString("model")),
                Optional.ofNullable(row.getString("crew")),
                Optional.ofNullable(row.getString("cylinder")),
                Optional.ofNullable(row.getObject("run_id", UUID.class)),
                job,
                endOfRun("strip", row).map(Strip::decode),
                endOfRun("verdict", row).map(Verdict::valueOf).map(Verdict::label),
                row.getObject("time_scale") != null && row.getDouble("time_scale") != 1,
                Optional.ofNullable(row.getString("source")).map(ReadingSource::valueOf),
                Optional.ofNullable((Long) row.getObject("corrects")),
                correctedBy.map(list -> List.of(list.split(","))).orElse(List.of()).stream()
                        .map(Long::valueOf)
                        .toList(),
                row.getString("hash"));
    }

    /** What a run came to stands with the entry of its end, and not with what was entered about it later. */
    private static Optional<String> endOfRun(String column, ResultSet row) throws SQLException {
        return row.getString("kind").startsWith("run-") ? Optional.ofNullable(row.getString(column)) : Optional.empty();
    }

    /** {@code run-signed} of a bump as {@code Bump signed}. */
    private static String title(String kind, Optional<String> job) {
        return title(job.filter(j -> kind.startsWith("run-"))
                .map(j -> kind.replace("run-", j + " "))
                .orElse(kind));
    }

    /** {@code hold-released} as {@code Hold released}, {@code pin-chosen} as {@code PIN chosen}. */
    static String title(String kind) {
        return kind.startsWith("pin-")
                ? kind.replace("pin-", "PIN ").replace('-', ' ')
                : kind.substring(0, 1).toUpperCase(Locale.ROOT)
                        + kind.substring(1).replace('-', ' ');
    }

    private static List<EntryDetail> details(JsonNode body) {
        return body.properties().stream()
                .filter(field -> !NOT_SHOWN.contains(field.getKey()))
                .map(field -> new EntryDetail(words(field.getKey()), value(field.getValue())))
                .filter(detail -> !detail.value().isEmpty())
                .toList();
    }

    /** {@code signInName} as {@code sign in name}. */
    private static String words(String name) {
        return name.replaceAll("([A-Z])", " $1").toLowerCase(Locale.ROOT);
    }

    private static String value(JsonNode node) {
        if (node.isArray()) {
            var values = new ArrayList<String>();
            node.forEach(one -> values.add(value(one)));
            return String.join(", ", values);
        }
        return node.isString() ? node.stringValue() : node.isNull() ? "" : node.toString();
    }
}
