package onward.sentry.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** The whole site in one file and back again, by the commands that people type. */
class BackupTest {

    private record Said(int exit, String words) {}

    private Path home;

    @BeforeEach
    void aSiteOfItsOwn() throws IOException {
        home = Files.createTempDirectory(Path.of("/tmp"), "sentry-home");
        home.toFile().setExecutable(true, false);
        home.toFile().setReadable(true, false);
    }

    @AfterEach
    void removed() throws IOException, InterruptedException {
        shell("rm -rf '" + home + "'");
    }

    private Said shell(String command) throws IOException, InterruptedException {
        var builder = new ProcessBuilder("bash", "-c", command)
                .directory(Path.of("..").toFile());
        builder.environment().put("SENTRY_HOME", home.toString());
        builder.environment().put("SENTRY_PORT", "18080");
        builder.environment().put("SENTRY_DB_PORT", "55320");
        builder.redirectErrorStream(true);
        var process = builder.start();
        var words = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor(240, TimeUnit.SECONDS)).isTrue();
        return new Said(process.exitValue(), words);
    }

    /** Starts the program, waits until it serves, and runs a command beside it. */
    private Said besideTheProgram(String command) throws IOException, InterruptedException {
        return shell("./sentry start >'" + home + "/log' 2>&1 & pid=$!; "
                + "for i in $(seq 600); do grep -q 'Stop ' '" + home + "/log' && break; sleep 0.3; done; "
                + command + "; code=$?; kill $pid; wait $pid; exit $code");
    }

    @Test
    void aBackupIsTakenWhileTheProgramRunsAndComesBackOnlyAsItWasWritten() throws Exception {
        var file = home.resolve("site.backup");
        var taken = besideTheProgram("./sentry backup '" + file + "' && ! ./sentry restore '" + file + "'");
        assertThat(taken.words()).contains("Written: " + file, "the program is running");
        assertThat(taken.exit()).isZero();
        assertThat(shell("./sentry backup '" + file + "'").words()).contains("is there already");

        var restored = shell("./sentry restore '" + file + "'");
        assertThat(restored.words()).contains("What was there is kept as database sentry_before_", "Restored: rows");
        assertThat(restored.exit()).isZero();

        var verified = shell("./sentry verify");
        assertThat(verified.words()).contains("Everything on record holds.");
        assertThat(verified.exit()).isZero();
        assertThat(shell("./sentry backups '" + home + "/daily' start none").words())
                .contains("no number of backups");
        assertThat(shell("./sentry backups '" + home + "/daily' start 1 && sleep 1 && ./sentry backups '" + home
                                + "/daily' start 1")
                        .words())
                .contains("Written: ", "Removed: ");
        assertThat(shell("ls '" + home + "/daily' | wc -l").words().strip()).isEqualTo("1");

        var forged = shell("cd '" + home + "' && mkdir f && tar -xf site.backup -C f"
                + " && sed -i 's/\"procedure_card\": [0-9]*/\"procedure_card\": 3/' f/manifest.json"
                + " && tar -cf forged.backup -C f manifest.json database.dump && cd - >/dev/null"
                + " && ./sentry restore '" + home + "/forged.backup'");
        assertThat(forged.exit()).isEqualTo(1);
        assertThat(forged.words()).contains("procedure_card", "not what was written", "Nothing was changed");
        assertThat(besideTheProgram("curl -fsS http://127.0.0.1:18080/actuator/health")
                        .words())
                .contains("UP");
    }
}
