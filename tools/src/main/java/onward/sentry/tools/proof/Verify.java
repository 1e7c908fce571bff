package onward.sentry.tools.proof;

import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import onward.sentry.formats.CertificateCode;

/**
 * {@code ./sentry verify [start | demo]} walks everything on record; {@code ./sentry verify CODE} looks one certificate up.
 * Exit 0 when it holds, 1 when something does not, 2 when nothing can be read. The password of the database stands in
 * {@code PGPASSWORD}.
 */
public final class Verify {

    private static final int BROKEN = 1;
    private static final int UNREADABLE = 2;

    private Verify() {}

    /** Address of the database, folder of the key and the marks, and a code if one is looked up. */
    public static void main(String[] args) {
        try (var database = DriverManager.getConnection(args[0], "sentry", System.getenv("PGPASSWORD"))) {
            // One view of the data for all walks, and rows fetched little by little.
            database.setAutoCommit(false);
            database.setTransactionIsolation(Connection.TRANSACTION_REPEATABLE_READ);
            database.setReadOnly(true);
            System.exit(
                    args.length > 2
                            ? certificate(database, args[2], System.out)
                            : everything(database, Path.of(args[1]), System.out));
        } catch (SQLException | IOException e) {
            System.err.println("Nothing can be read: " + e.getMessage());
            System.exit(UNREADABLE);
        }
    }

    /**
     * Walks everything.
     *
     * @param folder where the key of the daily marks and their copy are
     * @return 0 when everything holds, 1 when something does not
     */
    public static int everything(Connection database, Path folder, PrintStream out) throws SQLException, IOException {
        var walks = new ArrayList<>(List.of(
                LedgerWalk.of(database),
                RunWalk.of(database),
                ResultWalk.results(database),
                ResultWalk.traces(database),
                CertificateWalk.of(database),
                MarkWalk.of(database, folder.resolve("mark.key"), folder.resolve("marks.log"))));
        walks.forEach(walked -> out.println(walked.broken()
                .map(what -> walked.what() + "\n    DOES NOT HOLD: " + what)
                .orElse(walked.what() + ": holds")));
        boolean holds = walks.stream().allMatch(walked -> walked.broken().isEmpty());
        out.println(holds ? "Everything on record holds." : "Not everything on record holds.");
        return holds ? 0 : BROKEN;
    }

    private static int certificate(Connection database, String typed, PrintStream out) throws SQLException {
        var code = CertificateCode.typed(typed);
        if (code.isEmpty()) {
            out.println("'" + typed + "' is no code: a code has twelve letters and digits.");
            return UNREADABLE;
        }
        var broken = CertificateWalk.of(database, code.get());
        if (broken.isPresent()) {
            out.println("Does not stand: " + broken.get() + ".");
            return BROKEN;
        }
        out.println("Stands. " + CertificateWalk.told(database, code.get()));
        return 0;
    }
}
