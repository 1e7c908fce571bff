package onward.sentry.server.proof;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import javax.sql.DataSource;
import onward.sentry.server.people.Role;
import onward.sentry.server.platform.SiteMarks;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import onward.sentry.tools.proof.Verify;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DataSourceTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/** Whoever changes the past behind the program's back is found out, and what was changed is named. */
class VerifyTest {

    @TempDir
    static Path folder;

    private static TestServer server;
    private static String run;

    @BeforeAll
    static void someHistory() throws Exception {
        var key = folder.resolve("mark.key");
        Files.writeString(key, "0123456789abcdef".repeat(4));
        server = TestServer.withPeople("--sentry.mark-key-file=" + key);
        var technician = server.signedIn(Role.TECHNICIAN);
        var island = new Island(server, technician);
        island.calibrate(island.quoin4(), island.houseMix(), Map.of());
        run = island.calibrate(island.quoin4(), island.houseMix(), Map.of(3, 0.62))
                .path("id")
                .asString();
        server.signedIn(Role.LEAD).post("/api/v1/runs/" + run + "/certificates", Map.of());
        server.bean(SiteMarks.class).everyHour();
    }

    @AfterAll
    static void close() {
        server.close();
    }

    @Test
    void whatNobodyTouchedHolds() throws Exception {
        var told = verify(0);
        assertThat(told).contains("Everything on record holds.").doesNotContain("DOES NOT HOLD");
        assertThat(told).containsPattern("Ledger: [1-9]\\d* entries: holds");
        assertThat(told).containsPattern("Runs: 2 with [1-9]\\d* events: holds");
        assertThat(told).containsPattern("Results: [1-9]\\d*: holds");
        assertThat(told).containsPattern("Traces: [1-9]\\d*: holds");
        assertThat(told).contains("Certificates: 1: holds", "Marks: 1, the last of 2026-03-02T08:00:00Z: holds");
        assertThat(Files.readAllLines(folder.resolve("marks.log"))).hasSize(1);
        server.bean(SiteMarks.class).everyHour();
        assertThat(Files.readAllLines(folder.resolve("marks.log"))).hasSize(1);
    }

    /** Each change is made, looked at and taken back again. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            update ledger set body = replace(body, 'Q4', 'Q9') where kind = 'run-signed' and seq = (select min(seq) from ledger where kind = 'run-signed') | was changed: run-signed
            delete from ledger where seq = 3 | entry 3 is missing
            delete from ledger where seq = (select max(seq) from ledger) | the ledger is cut off
            update ledger set seq = seq + 1000 where seq = (select max(seq) from ledger) | is missing
            update ledger set at = at + interval '1 day' where seq = 4 | entry 4 was changed
            update run_event set body = replace(body, 'person', 'somebody') where seq = 0 and run_id = '$RUN' | event 0 was changed
            delete from run_event where seq = 2 and run_id = '$RUN' | event 2 is missing
            delete from run_event where seq = (select last_seq from run where id = '$RUN') and run_id = '$RUN' | does not end where it did
            update run set last_hash = repeat('0', 64) where id = '$RUN' | does not end where it did
            update run set verdict = 'PASS' where id = '$RUN' | another verdict than it was signed with
            update sensor_result set verdict = 'PASS' where run_id = '$RUN' and verdict = 'MARGINAL' | is not what its events say
            update sensor_result set reading = reading + 1 where run_id = '$RUN' and stage = 'SPAN' and verdict = 'MARGINAL' | is not what its events say
            insert into sensor_result (id, run_id, sensor_id, stage, verdict, reading, expected, on_day) select gen_random_uuid(), run_id, sensor_id, 'BUMP', 'PASS', 1, 1, on_day from sensor_result where run_id = '$RUN' limit 1 | lists a result that no event of it holds
            update trace set body = substring(body from 1 for length(body) - 1) where run_id = '$RUN' | are not the ones that were sealed
            update calibration_certificate set body = replace(body, 'marginal', 'pass') | what it says was changed
            update site_mark set seq = seq - 1 | is not signed with this key
            delete from site_mark | is not in it any more
            """)
    void whatWasChangedIsNamed(String change, String named) throws Exception {
        assertThat(changed(change.replace("$RUN", run)))
                .contains("DOES NOT HOLD")
                .contains(named);
    }

    private static String changed(String change) throws Exception {
        var source = server.keeper();
        return new TransactionTemplate(new DataSourceTransactionManager(source)).execute(transaction -> {
            transaction.setRollbackOnly();
            var jdbc = JdbcClient.create(source);
            // As a superuser can: no trigger runs, and none is seen to be missing afterwards.
            jdbc.sql("set local session_replication_role = replica").update();
            assertThat(jdbc.sql(change).update()).as("rows changed").isPositive();
            return jdbc.sql("select 1")
                    .query((row, n) -> {
                        try {
                            return verified(row.getStatement().getConnection(), 1);
                        } catch (Exception e) {
                            throw new IllegalStateException(e);
                        }
                    })
                    .single();
        });
    }

    private static String verify(int expected) throws Exception {
        try (var connection = server.bean(DataSource.class).getConnection()) {
            return verified(connection, expected);
        }
    }

    private static String verified(java.sql.Connection connection, int expected) throws Exception {
        var told = new ByteArrayOutputStream();
        int exit =
                Verify.everything(connection, folder, List.of(), new PrintStream(told, true, StandardCharsets.UTF_8));
        var text = told.toString(StandardCharsets.UTF_8);
        assertThat(exit).as(text).isEqualTo(expected);
        return text;
    }
}
