package onward.sentry.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;

/** A PostgreSQL of its own whose files may grow to a limit only, as on a disk that is nearly full. */
final class OwnDatabase implements AutoCloseable {

    /** No multiple of a page, so that the last one is cut off as a full disk would cut it. */
    private static final int MOST_KILOBYTES = 30_003;

    private final Path folder;
    private final int port;

    OwnDatabase(int port) throws IOException, InterruptedException {
        this.port = port;
        folder = Files.createTempDirectory(Path.of("/tmp"), "sentry-full");
        folder.toFile().setExecutable(true, false);
        folder.toFile().setReadable(true, false);
        shell("pg_make " + pg() + " 'fsync = off'; (ulimit -f " + MOST_KILOBYTES + "; pg_up " + pg() + " " + port
                + ")");
    }

    private String pg() {
        return "'" + folder + "/pg'";
    }

    String address() {
        return "jdbc:postgresql://127.0.0.1:" + port + "/";
    }

    String password() {
        try {
            return Files.readString(folder.resolve("pg/password")).strip();
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Somebody has made room. */
    void makeRoom() throws IOException, InterruptedException {
        shell("pg_up " + pg() + " " + port);
    }

    /** Runs a command with what {@code ./sentry} knows of PostgreSQL. */
    private static void shell(String command) throws IOException, InterruptedException {
        var functions = "eval \"$(sed -n '/^say()/,/^is_root/p;/^pg_bin()/p;/^as_pg()/p;/^pg_make()/,/^}/p;"
                + "/^pg_up()/,/^}/p;/^pg_down()/p' sentry)\"; ";
        var process = new ProcessBuilder("bash", "-c", functions + command)
                .directory(Path.of("..").toFile())
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start();
        assertThat(process.waitFor(60, TimeUnit.SECONDS)).as(command).isTrue();
        assertThat(process.exitValue()).as(command).isZero();
    }

    @Override
    public void close() throws IOException, InterruptedException {
        shell("pg_down " + pg() + "; rm -rf '" + folder + "'");
    }
}
