package onward.sentry.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.TimeUnit;

/** A site of its own that {@code ./sentry} keeps in a folder, worked from the shell as its owner would. */
final class OwnSite implements AutoCloseable {

    record Said(int exit, String words) {}

    private final FileChannel alone;
    private final Path home;
    private final int port;
    private final int databasePort;
    private final Map<String, String> environment = new HashMap<>();

    OwnSite(int port, int databasePort) throws IOException {
        this.port = port;
        this.databasePort = databasePort;
        // Two starts at once would unpack the program over one another.
        alone = FileChannel.open(
                Path.of("target", "own-site.lock"), StandardOpenOption.CREATE, StandardOpenOption.WRITE);
        alone.lock();
        home = Files.createTempDirectory(Path.of("/tmp"), "sentry-home");
        home.toFile().setExecutable(true, false);
        home.toFile().setReadable(true, false);
    }

    /** For every command from here on. */
    void set(String variable, String value) {
        environment.put(variable, value);
    }

    Path home() {
        return home;
    }

    /** Runs a command in the folder of the program; what it says on either stream. */
    Said shell(String command) throws IOException, InterruptedException {
        var builder = new ProcessBuilder("bash", "-c", command)
                .directory(Path.of("..").toFile());
        builder.environment().put("SENTRY_HOME", home.toString());
        builder.environment().put("SENTRY_PORT", String.valueOf(port));
        builder.environment().put("SENTRY_DB_PORT", String.valueOf(databasePort));
        builder.environment().putAll(environment);
        builder.redirectErrorStream(true);
        var process = builder.start();
        var words = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor(240, TimeUnit.SECONDS)).isTrue();
        return new Said(process.exitValue(), words);
    }

    /** Starts the program, waits until it serves, and runs a command beside it. */
    Said besideTheProgram(String command) throws IOException, InterruptedException {
        return shell("./sentry start >'" + home + "/log' 2>&1 & pid=$!; "
                + "for i in $(seq 600); do grep -q 'Stop ' '" + home + "/log' 2>/dev/null && break; sleep 0.3; done; "
                + command + "; code=$?; kill $pid; wait $pid; exit $code");
    }

    @Override
    public void close() throws IOException, InterruptedException {
        shell("rm -rf '" + home + "'");
        alone.close();
    }
}
