package onward.sentry.server.upgrade;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import javax.sql.DataSource;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.TestServer;
import onward.sentry.tools.proof.Verify;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.simple.JdbcClient;

/** A database that an older release has filled is brought up to this one without losing a record. */
class UpgradeTest {

    /** A dump of what release {@code 4d52797} (database form 18) wrote while its own tests worked the bench. */
    private static final String DUMP = "/upgrade/form-18.sql.gz";

    @TempDir
    private Path folder;

    private static Map<String, Long> counts(JdbcClient jdbc) {
        var counts = new TreeMap<String, Long>();
        jdbc.sql(
                        "select table_name from information_schema.tables where table_schema = 'public' and table_type ="
                                + " 'BASE TABLE' and table_name not like 'spring_session%' and table_name <> 'flyway_schema_history'")
                .query(String.class)
                .list()
                .forEach(table -> counts.put(
                        table,
                        jdbc.sql("select count(*) from " + table)
                                .query(Long.class)
                                .single()));
        return counts;
    }

    @Test
    void whatAnOlderReleaseWroteIsAllThereAndStillProvesItself() throws Exception {
        var before = new TreeMap<String, Long>();
        var ledger = new String[1];
        var dates = new TreeMap<String, String>();
        try (var server = TestServer.onDump(DUMP, jdbc -> {
            before.putAll(counts(jdbc));
            ledger[0] = jdbc.sql("select string_agg(hash, ' ' order by seq) from ledger")
                    .query(String.class)
                    .single();
            jdbc.sql("select serial, due_on::text from detector")
                    .query((row, n) -> dates.put(row.getString(1), row.getString(2)))
                    .list();
        })) {
            assertThat(before.get("run_event")).isGreaterThan(200);
            assertThat(before.get("sensor_result")).isGreaterThan(50);
            var after = counts(server.jdbc());
            before.forEach((table, rows) -> assertThat(after.get(table))
                    .as(table)
                    // What ships again may come in beside what was there.
                    .satisfies(now -> assertThat(now).isGreaterThanOrEqualTo(rows)));
            assertThat(after.get("run_event")).isEqualTo(before.get("run_event"));
            assertThat(after.get("sensor_result")).isEqualTo(before.get("sensor_result"));
            assertThat(server.jdbc()
                            .sql("select string_agg(hash, ' ' order by seq) from ledger where seq <= ?")
                            .param(before.get("ledger"))
                            .query(String.class)
                            .single())
                    .isEqualTo(ledger[0]);
            server.jdbc()
                    .sql("select serial, due_on::text from detector")
                    .query((row, n) -> {
                        assertThat(row.getString(2)).as(row.getString(1)).isEqualTo(dates.get(row.getString(1)));
                        return 0;
                    })
                    .list();
            verified(server);
            read(server);
        }
    }

    private void verified(TestServer server) throws SQLException, IOException {
        Files.writeString(folder.resolve("mark.key"), "c3".repeat(32));
        var told = new ByteArrayOutputStream();
        try (Connection connection = server.bean(DataSource.class).getConnection()) {
            int exit = Verify.everything(
                    connection, folder, List.of(), new PrintStream(told, true, StandardCharsets.UTF_8));
            assertThat(exit).as(told.toString(StandardCharsets.UTF_8)).isZero();
        }
    }

    /** Its people sign in as before; records, logbook and the list of detectors are read by this release. */
    private static void read(TestServer server) {
        var lead = server.signedIn(Role.LEAD);
        assertThat(lead.get("/api/v1/logbook").body().path("entries").size()).isPositive();
        assertThat(lead.get("/api/v1/today").status()).isEqualTo(200);
        var runs = server.jdbc()
                .sql("select id::text from run where phase = 'SIGNED'")
                .query(String.class)
                .list();
        assertThat(runs).isNotEmpty();
        for (var run : runs) {
            var record = lead.get("/api/v1/runs/" + run + "/record");
            assertThat(record.status()).as(run).isEqualTo(200);
            assertThat(record.body().path("events").size()).isGreaterThan(2);
        }
    }
}
