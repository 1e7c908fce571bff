package onward.sentry.server.proof;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import javax.sql.DataSource;
import onward.sentry.formats.RecordedTable;
import onward.sentry.server.people.Role;
import onward.sentry.server.platform.SiteMarks;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import onward.sentry.tools.proof.Found;
import onward.sentry.tools.proof.Verify;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DataSourceTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * A superuser changes, deletes and puts in whatever he likes, in every table that decides whether a detector may be used and
 * in every column of it. Each change is made, looked for and taken back again.
 */
class TamperingTest {

    /** Not in the row records, and proved in another way. */
    private static final Set<String> PROVED_OTHERWISE =
            Set.of("run.last_seq", "run.last_hash", "trace.body", "cylinder_certificate.content");

    private static final List<String> CHAINS = List.of("ledger", "row_record", "run_event", "site_mark");

    /** Columns of chains that nothing is judged by: an index of words, worked out by the database. */
    private static final Set<String> NOT_JUDGED_BY = Set.of("ledger.words");

    @TempDir
    static Path folder;

    private static TestServer server;

    @BeforeAll
    static void aSiteWithSomeOfEverything() throws Exception {
        var key = Files.writeString(folder.resolve("mark.key"), "7a".repeat(32));
        server = TestServer.withPeople("--sentry.mark-key-file=" + key);
        var technician = server.signedIn(Role.TECHNICIAN);
        var lead = server.signedIn(Role.LEAD);
        var administrator = server.signedIn(Role.ADMINISTRATOR);
        var island = new Island(server, technician);
        var serial = island.quoin4();
        var mix = island.cylinder(Map.of());
        var tag = mix.path("tag").asString();
        island.houseMix();
        var run = island.calibrate(serial, mix.path("id").asString(), Map.of());
        island.calibrate(island.quoin4(), mix.path("id").asString(), Map.of(3, 0.2));
        ok(lead.post("/api/v1/runs/" + run.path("id").asString() + "/certificates", Map.of()));
        ok(technician.upload(
                "/api/v1/cylinders/" + tag + "/certificates?fileName=scan.pdf",
                "%PDF-1.4\nscan".getBytes(StandardCharsets.US_ASCII)));
        ok(technician.post("/api/v1/cylinders/" + tag + "/gauge", Map.of("bar", 60.0, "celsius", 15.0)));
        ok(technician.post(
                "/api/v1/equipment",
                Map.of("tag", "RG-80", "kind", "REGULATOR", "regulator", "FIXED", "flow", 0.5, "intervalMonths", 12)));
        ok(technician.post(
                "/api/v1/equipment/RG-80/checks",
                Map.of("on", "2026-03-01", "measured", 0.49, "well", false, "remark", "")));
        ok(technician.post(
                "/api/v1/rigs",
                Map.of(
                        "name",
                        "Window",
                        "regulator",
                        "RG-80",
                        "delivery",
                        "CUP",
                        "material",
                        "LOW_ABSORPTION",
                        "metres",
                        0.5)));
        ok(administrator.post("/api/v1/people/technician/competences", Map.of("competence", "breath alcohol")));
        ok(lead.post("/api/v1/recalls", Map.of("scope", "CYLINDER", "named", tag, "reason", "wrong label")));
        whatTakesMonthsToComeAbout();
        // Later than the mark that the certificate brought.
        var clock = (TestServer.TestClock) server.bean(Clock.class);
        clock.set(clock.instant().plus(Duration.ofHours(2)));
        server.bean(SiteMarks.class).everyHour();
    }

    private static void ok(Api.Answer answer) {
        assertThat(answer.status()).as(answer.toString()).isBetween(200, 299);
    }

    /** Written as the program writes: in one of its transactions. */
    private static void whatTakesMonthsToComeAbout() {
        server.bean(TransactionTemplate.class)
                .executeWithoutResult(transaction -> List.of(
                                "insert into care_done (id, detector_id, kind, done_on, by, remark)"
                                        + " select gen_random_uuid(), id, 'FILTER', '2026-03-02', 'x', '' from detector limit 1",
                                "insert into period_in_doubt (id, sensor_id, run_id, since, until, finding, opened_at)"
                                        + " select gen_random_uuid(), s.id, r.id, '2026-02-01', '2026-03-02', 'FAIL', now()"
                                        + " from sensor s, run r limit 1",
                                "insert into run_before (run_id, standing) select id, '{}' from run limit 1",
                                "insert into plan_job (detector_id, due_on, on_day, pinned)"
                                        + " select id, '2026-04-01', '2026-03-20', true from detector limit 1",
                                "insert into link_token (id, name, token_hash, created_at)"
                                        + " values (gen_random_uuid(), 'bench', 'x', now())",
                                "insert into link_token_detector select t.id, d.id from link_token t, detector d limit 1",
                                "insert into interval_decision (id, model, proposal, in_tolerance, findings, accepted,"
                                        + " reason, decided_at, decided_by) values (gen_random_uuid(), 'Quoin 4',"
                                        + " 'LENGTHEN', 9, 10, true, 'r', now(), 'lead person')",
                                "insert into cylinder_comparison (id, cylinder_id, outgoing_id, detector_id, at, by, agrees,"
                                        + " workings) select gen_random_uuid(), c.id, o.id, d.id, now(), 'x', true, '[]'"
                                        + " from cylinder c join cylinder o on o.id <> c.id, detector d limit 1")
                        .forEach(sql -> server.jdbc().sql(sql).update()));
    }

    @AfterAll
    static void close() {
        server.close();
    }

    private record Column(String name, String type) {}

    private record Tampering(String table, String name, String sql) {

        /** What a finding about it names. */
        String named() {
            return name.endsWith("cylinder_certificate.content")
                    ? "scan.pdf"
                    : name.endsWith("trace.body") ? "the readings of sensor" : NAMED.getOrDefault(table, table);
        }
    }

    private static final Map<String, String> NAMED =
            Map.of("ledger", "ntry ", "row_record", "row record", "run_event", "run of ", "site_mark", "the mark of ");

    @Test
    void everyChangeOfEveryColumnIsFoundAndNamed() throws Exception {
        assertThat(brokenIn(server, folder)).isEmpty();
        var missed = new ArrayList<String>();
        var tamperings = tamperings();
        for (var tampering : tamperings) {
            var found = tried(tampering);
            if (found.stream().noneMatch(what -> what.contains(tampering.named()))) {
                missed.add(tampering.name() + ": " + found);
            }
        }
        assertThat(missed).isEmpty();
        assertThat(tamperings.size()).isGreaterThan(RecordedTable.ALL.size() * 8);
    }

    /** The database keeps the list of tables in its triggers, and the programs have it too. */
    @Test
    void theTriggersNameTheSameColumnsAsTheListOfTables() {
        var inDatabase = server.jdbc()
                .sql("select c.relname || ' ' || encode(t.tgargs, 'escape') from pg_trigger t"
                        + " join pg_class c on c.oid = t.tgrelid where t.tgname = 'note_touched'")
                .query(String.class)
                .set();
        var inProgram = RecordedTable.ALL.stream()
                .map(table -> table.name() + " " + String.join(",", table.key()) + "\\000"
                        + String.join(",", table.leftOut()) + "\\000" + String.join(",", table.digested()) + "\\000"
                        + table.onlyIf() + "\\000")
                .collect(Collectors.toSet());
        assertThat(inDatabase).isEqualTo(inProgram);
    }

    /** A write past the program's transactions is noticed although the database notes it. */
    @Test
    void aRowWrittenPastTheProgramIsNotTakenForOneOfItsOwn() throws Exception {
        var place = Files.createDirectory(folder.resolve("other"));
        var key = Files.writeString(place.resolve("mark.key"), "4c".repeat(32));
        try (var other = TestServer.withPeople("--sentry.mark-key-file=" + key)) {
            var technician = other.signedIn(Role.TECHNICIAN);
            var tag =
                    new Island(other, technician).cylinder(Map.of()).path("tag").asString();
            other.jdbc()
                    .sql("update cylinder set use_before = use_before + 731")
                    .update();
            assertThat(brokenIn(other, place))
                    .singleElement()
                    .asString()
                    .contains("cylinder", tag, "use_before is \"20", "on record is \"20");
            // The program writes the row for a reason of its own, and with it what was changed.
            ok(technician.post("/api/v1/cylinders/" + tag + "/gauge", Map.of("bar", 50.0)));
            assertThat(brokenIn(other, place))
                    .singleElement()
                    .asString()
                    .contains("cylinder", "was changed behind the program");
        }
    }

    /** The role that the program connects with owns nothing: it can change no table, and no record that is only added to. */
    @Test
    void theProgramItselfCannotSwitchItsGuardsOff() {
        for (var sql : List.of(
                "alter table ledger disable trigger user",
                "drop trigger note_touched on cylinder",
                "set session_replication_role = replica",
                "update ledger set at = now()",
                "delete from run_event",
                "truncate cylinder",
                "update flyway_schema_history set success = true",
                "create table mine (id int)",
                "create or replace function never_changed() returns trigger language plpgsql as"
                        + " $$ begin return null; end $$")) {
            assertThatThrownBy(() -> server.jdbc().sql(sql).update())
                    .as(sql)
                    .hasRootCauseInstanceOf(SQLException.class)
                    .rootCause()
                    .hasMessageMatching("(?s).*(must be owner|permission denied).*");
        }
    }

    /** What no longer stands guard is named too. */
    @Test
    void aMissingGuardIsAFinding() throws Exception {
        for (var sql : Map.of(
                        "alter table run_event disable trigger run_event_append_only",
                        "is switched off",
                        "drop trigger note_touched on cylinder",
                        "note_touched of cylinder is missing",
                        "create or replace function never_changed() returns trigger language plpgsql as"
                                + " $$ begin return null; end $$",
                        "never_changed of the database no longer does its work",
                        "update run_event set hash_rule = 1 where hash_rule = 2",
                        "was changed")
                .entrySet()) {
            assertThat(tried(new Tampering("", sql.getKey(), sql.getKey())).toString())
                    .contains(sql.getValue());
        }
    }

    private static List<Tampering> tamperings() {
        var all = new ArrayList<Tampering>();
        for (var table : RecordedTable.ALL) {
            var one = oneOf(table.name(), table.key(), table.onlyIf().isEmpty() ? "true" : table.onlyIf());
            for (var column : columns(table.name())) {
                var name = table.name() + "." + column.name();
                if (!table.leftOut().contains(column.name()) || PROVED_OTHERWISE.contains(name)) {
                    all.add(change(table.name(), column, one));
                }
            }
            all.add(new Tampering(table.name(), "delete from " + table.name(), "delete from " + table.name() + one));
            all.add(putIn(table.name(), table.key(), one));
        }
        for (var chain : CHAINS) {
            var key = chain.equals("run_event")
                    ? List.of("run_id", "seq")
                    : List.of(chain.equals("site_mark") ? "number" : "seq");
            for (var order : List.of("", " desc")) {
                var one = oneOf(chain, key, "true", String.join(order + ", ", key) + order);
                for (var column : columns(chain)) {
                    if (!NOT_JUDGED_BY.contains(chain + "." + column.name())) {
                        all.add(change(chain, column, one));
                    }
                }
                all.add(new Tampering(chain, "delete from " + chain + order, "delete from " + chain + one));
                all.add(putIn(chain, key, one));
            }
        }
        for (var chain : List.of("ledger", "row_record")) {
            all.add(new Tampering(
                    chain, "reorder " + chain, "update " + chain + " set seq = 7 - seq where seq in (3, 4)"));
        }
        return all;
    }

    private static String oneOf(String table, List<String> key, String condition) {
        return oneOf(table, key, condition, String.join(", ", key));
    }

    private static String oneOf(String table, List<String> key, String condition, String order) {
        var columns = String.join(", ", key);
        return " where (" + columns + ") = (select " + columns + " from " + table + " where " + condition + " order by "
                + order + " limit 1)";
    }

    private static Tampering change(String table, Column column, String one) {
        return new Tampering(
                table,
                "change " + table + "." + column.name(),
                "update " + table + " set \"" + column.name() + "\" = "
                        + other("\"" + column.name() + "\"", column.type()) + one);
    }

    private static String other(String column, String type) {
        return switch (type) {
            case "uuid" -> "gen_random_uuid()";
            case "date" -> "coalesce(" + column + ", date '2020-01-01') + 731";
            case "timestamp with time zone" -> "coalesce(" + column + ", now()) + interval '1 hour'";
            case "integer", "bigint" -> "coalesce(" + column + ", 0) + 100000";
            case "double precision" -> "coalesce(" + column + ", 0) + 1";
            case "boolean" -> "not coalesce(" + column + ", false)";
            case "bytea" -> "'\\x00'::bytea";
            case "text" -> "coalesce(" + column + ", '') || 'x'";
            default -> throw new IllegalArgumentException(column + " is of type " + type);
        };
    }

    /** A copy of a row under another key. */
    private static Tampering putIn(String table, List<String> key, String one) {
        var types = columns(table).stream().collect(Collectors.toMap(Column::name, Column::type));
        var keys = key.stream()
                .map(name -> "'" + name + "', " + other("\"" + name + "\"", types.get(name)))
                .collect(Collectors.joining(", "));
        var names = types.keySet().stream().map(name -> '"' + name + '"').collect(Collectors.joining(", "));
        return new Tampering(
                table,
                "insert into " + table,
                "insert into " + table + " (" + names + ") select " + names
                        + " from (select (jsonb_populate_record(null::" + table + ", to_jsonb(o) || jsonb_build_object("
                        + keys + "))).* from " + table + " o" + one + ") c");
    }

    private static List<Column> columns(String table) {
        return server.jdbc()
                .sql("select column_name, data_type from information_schema.columns where table_schema = 'public'"
                        + " and table_name = ? order by ordinal_position")
                .param(table)
                .query((row, n) -> new Column(row.getString(1), row.getString(2)))
                .list();
    }

    private static List<String> tried(Tampering tampering) {
        var source = server.keeper();
        return Objects.requireNonNull(new TransactionTemplate(new DataSourceTransactionManager(source))
                .execute(transaction -> {
                    transaction.setRollbackOnly();
                    var jdbc = JdbcClient.create(source);
                    // As a superuser can: no trigger runs, no rule of the table stands in the way.
                    jdbc.sql("set local session_replication_role = replica").update();
                    if (!tampering.table().isEmpty()) {
                        withoutRules(jdbc, tampering.table());
                    }
                    int rows = jdbc.sql(tampering.sql()).update();
                    assertThat(tampering.table().isEmpty() || rows > 0)
                            .as("rows changed by " + tampering.sql())
                            .isTrue();
                    return jdbc.sql("select 1")
                            .query((row, n) -> {
                                try {
                                    return broken(row.getStatement().getConnection(), folder);
                                } catch (IOException e) {
                                    throw new IllegalStateException(e);
                                }
                            })
                            .single();
                }));
    }

    private static void withoutRules(JdbcClient jdbc, String table) {
        jdbc.sql(
                        "select 'alter table ' || conrelid::regclass || ' drop constraint ' || quote_ident(conname) || ' cascade'"
                                + " from pg_constraint where conrelid = ?::regclass and contype in ('c', 'u', 'p')"
                                + " union all select 'drop index ' || indexrelid::regclass from pg_index where indrelid = ?::regclass"
                                + " and indisunique and not indisprimary"
                                + " and not exists (select 1 from pg_constraint where conindid = indexrelid)"
                                + " union all select 'alter table ' || attrelid::regclass || ' alter column ' || quote_ident(attname)"
                                + " || ' drop expression' from pg_attribute where attrelid = ?::regclass and attgenerated = 's'")
                .params(table, table, table)
                .query(String.class)
                .list()
                .forEach(sql -> jdbc.sql(sql).update());
    }

    private static List<String> brokenIn(TestServer of, Path place) throws SQLException, IOException {
        try (var connection = of.bean(DataSource.class).getConnection()) {
            return broken(connection, place);
        }
    }

    private static List<String> broken(Connection database, Path folder) throws SQLException, IOException {
        return Verify.walked(database, folder, List.of()).stream()
                .map(Found::broken)
                .flatMap(List::stream)
                .toList();
    }
}
