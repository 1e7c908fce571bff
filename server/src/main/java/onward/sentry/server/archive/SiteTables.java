package onward.sentry.server.archive;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** The tables that make up a site, in an order in which each comes after those that it refers to. */
@Component
class SiteTables {

    /** What is about this installation and not about the site, and what lets somebody in. */
    private static final Set<String> LEFT_OUT = Set.of(
            "flyway_schema_history",
            "spring_session",
            "spring_session_attributes",
            "shedlock",
            "sign_in_failure",
            "sign_in_source",
            "audit_entry",
            "touched",
            "idempotent_answer",
            "calendar_feed",
            "board_address");

    /** Hold a row from the moment that the database has its form. */
    private static final Set<String> NEVER_EMPTY = Set.of("bench_plan");

    /** A row may be some megabytes: scans, and cards with their pictures. */
    private static final Set<String> LARGE = Set.of("cylinder_certificate", "procedure_card", "card_draft");

    /** Columns that let somebody in, with what stands in their place. */
    private static final Map<String, String> SECRETS = Map.of(
            "person.password_hash", "''",
            "person.pin_hash", "null",
            "person.pin_failures", "0",
            // No gateway signs in with what nothing hashes to.
            "link_token.token_hash", "'left out ' || id",
            "link_token.revoked_at", "coalesce(revoked_at, now())");

    /** @param type of the database */
    record Column(String name, String type, boolean mayBeNull) {
        String quoted() {
            return '"' + name + '"';
        }
    }

    record Table(String name, List<Column> columns, List<String> key) {

        /** Few enough that they fit into memory whatever they hold. */
        int rowsAtOnce() {
            return LARGE.contains(name) ? 3 : 500;
        }

        boolean isNeverEmpty() {
            return NEVER_EMPTY.contains(name);
        }

        String columnNames() {
            return columns.stream().map(Column::quoted).collect(Collectors.joining(", "));
        }

        /** What is read for the archive: secrets are not. */
        String selected() {
            return columns.stream()
                    .map(column -> SECRETS.containsKey(name + "." + column.name())
                            ? SECRETS.get(name + "." + column.name()) + " as " + column.quoted()
                            : column.quoted())
                    .collect(Collectors.joining(", "));
        }
    }

    /** Tables on record whose rows are others after loading: what people and gateways sign in with is gone. */
    static final Set<String> OTHERS_WHEN_LOADED = Set.of("person", "link_token");

    private final JdbcClient jdbc;

    SiteTables(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /** The number of the newest change of the database's form. */
    String schemaVersion() {
        return jdbc.sql("select version from flyway_schema_history where success order by installed_rank desc limit 1")
                .query(String.class)
                .single();
    }

    List<Table> inOrder() {
        var refers = refers();
        var left = new ArrayList<>(
                jdbc.sql("select table_name from information_schema.tables where table_schema = 'public'"
                                + " and table_type = 'BASE TABLE' order by table_name")
                        .query(String.class)
                        .list());
        left.removeAll(LEFT_OUT);
        var done = new HashSet<>(LEFT_OUT);
        var order = new ArrayList<Table>();
        while (!left.isEmpty()) {
            var next = left.stream()
                    .filter(name -> done.containsAll(refers.getOrDefault(name, Set.of())))
                    .findFirst()
                    .orElseThrow(() -> new IllegalStateException("tables refer to one another in a ring: " + left));
            left.remove(next);
            done.add(next);
            order.add(new Table(next, columns(next), key(next)));
        }
        return order;
    }

    private Map<String, Set<String>> refers() {
        var refers = new LinkedHashMap<String, Set<String>>();
        jdbc.sql(
                        "select conrelid::regclass::text as from_table, confrelid::regclass::text as to_table from pg_constraint"
                                + " where contype = 'f' and conrelid <> confrelid")
                .query((row, n) -> refers.computeIfAbsent(row.getString(1), name -> new HashSet<>())
                        .add(row.getString(2)))
                .list();
        return refers;
    }

    private List<Column> columns(String table) {
        return jdbc.sql(
                        "select column_name, data_type, is_nullable from information_schema.columns where table_schema ="
                                + " 'public' and table_name = ? and is_generated = 'NEVER' order by ordinal_position")
                .param(table)
                .query((row, n) -> new Column(
                        row.getString(1), row.getString(2), row.getString(3).equals("YES")))
                .list();
    }

    private List<String> key(String table) {
        return jdbc.sql("select a.attname from pg_index i join pg_attribute a on a.attrelid = i.indrelid and a.attnum ="
                        + " any(i.indkey) where i.indrelid = ?::regclass and i.indisprimary order by a.attnum")
                .param(table)
                .query(String.class)
                .list();
    }
}
