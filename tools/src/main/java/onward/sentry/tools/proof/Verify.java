package onward.sentry.tools.proof;

import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.stream.Stream;
import onward.sentry.formats.CertificateCode;

/**
 * {@code ./sentry verify [start | demo] [--marks FILE]} walks everything on record; {@code ./sentry verify CODE} looks one
 * certificate up. Exit 0 when it holds, 1 when something does not, 2 when nothing can be read. The password of the database
 * stands in {@code PGPASSWORD}.
 */
public final class Verify {

    private static final int BROKEN = 1;
    private static final int UNREADABLE = 2;

    private Verify() {}

    /**
     * @param args address of the database, folder of the key and the marks; then {@code code=…} of a certificate, any
     *     number of {@code marks=…}, files of marks that were kept elsewhere, and {@code user=…} of the database
     */
    public static void main(String[] args) {
        try (var database = DriverManager.getConnection(
                args[0], given("user=", args).findFirst().orElse("sentry_owner"), System.getenv("PGPASSWORD"))) {
            // One view of the data for all walks, and rows fetched little by little.
            database.setAutoCommit(false);
            database.setTransactionIsolation(Connection.TRANSACTION_REPEATABLE_READ);
            database.setReadOnly(true);
            var code = given("code=", args).findFirst();
            var elsewhere = given("marks=", args).map(Path::of).toList();
            System.exit(
                    code.isPresent()
                            ? certificate(database, code.get(), System.out)
                            : everything(database, Path.of(args[1]), elsewhere, System.out));
        } catch (SQLException | IOException e) {
            System.err.println("Nothing can be read: " + e.getMessage());
            System.exit(UNREADABLE);
        }
    }

    private static Stream<String> given(String name, String[] args) {
        return Arrays.stream(args).filter(arg -> arg.startsWith(name)).map(arg -> arg.substring(name.length()));
    }

    /**
     * Walks everything.
     *
     * @param folder where the key of the marks and their copy are
     * @param elsewhere files of marks that were kept away from this machine
     * @return 0 when everything holds, 1 when something does not
     */
    public static int everything(Connection database, Path folder, List<Path> elsewhere, PrintStream out)
            throws SQLException, IOException {
        boolean holds = true;
        for (var found : walked(database, folder, elsewhere)) {
            holds = holds && found.holds();
            out.println(found.what() + (found.holds() ? ": holds" : ""));
            found.broken().forEach(what -> out.println("    DOES NOT HOLD: " + what));
        }
        out.println(holds ? "Everything on record holds." : "Not everything on record holds.");
        return holds ? 0 : BROKEN;
    }

    /**
     * What each walk comes to.
     *
     * @param database which is read in one transaction, left open if one is open already
     * @param folder where the key of the marks and their copy are
     * @param elsewhere files of marks that were kept away from this machine
     */
    public static List<Found> walked(Connection database, Path folder, List<Path> elsewhere)
            throws SQLException, IOException {
        boolean commits = database.getAutoCommit();
        if (commits) {
            database.setAutoCommit(false);
        }
        try {
            return inTransaction(database, folder, elsewhere);
        } finally {
            if (commits) {
                database.rollback();
                database.setAutoCommit(true);
            }
        }
    }

    private static List<Found> inTransaction(Connection database, Path folder, List<Path> elsewhere)
            throws SQLException, IOException {
        var walks = new EnumMap<ProofPart, Walk>(ProofPart.class);
        walks.put(ProofPart.GUARDS, TriggerWalk::of);
        walks.put(ProofPart.LEDGER, LedgerWalk::of);
        walks.put(ProofPart.ROW_RECORDS, RowRecordWalk::chain);
        walks.put(ProofPart.TABLES, RowRecordWalk::tables);
        walks.put(ProofPart.RUNS, RunWalk::of);
        walks.put(ProofPart.RESULTS, ResultWalk::results);
        walks.put(ProofPart.TRACES, ResultWalk::traces);
        walks.put(ProofPart.CERTIFICATES, CertificateWalk::of);
        walks.put(ProofPart.FILES, FileWalk::of);
        walks.put(ProofPart.MARKS, of -> MarkWalk.of(of, folder, elsewhere));
        var found = new ArrayList<Found>();
        for (var walk : walks.entrySet()) {
            var walked = walked(database, walk.getKey(), walk.getValue());
            found.add(new Found(walk.getKey(), walked.what(), walked.broken()));
        }
        return found;
    }

    private interface Walk {
        Walked of(Connection database) throws SQLException, IOException;
    }

    /** What the database itself cannot make sense of does not hold, and the walks after it go on. */
    private static Walked walked(Connection database, ProofPart part, Walk walk) throws SQLException, IOException {
        var before = database.setSavepoint();
        try {
            return walk.of(database);
        } catch (SQLException | RuntimeException e) {
            database.rollback(before);
            return new Walked(
                    part.name(),
                    List.of("cannot be walked: "
                            + String.valueOf(e.getMessage()).lines().findFirst().orElse("")));
        }
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
