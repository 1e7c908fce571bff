package onward.sentry.tools.proof;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import onward.sentry.formats.SiteMark;

/** The marks: signed, one after the other, and both chains still reach each of them. */
final class MarkWalk {

    private static final String KEY = "mark.key";
    private static final String MARKS = "marks.log";
    private static final String STAMP_CERTIFICATE = "stamp-certificate.pem";

    private MarkWalk() {}

    /**
     * @param folder where the key is, in hexadecimal, and the marks kept outside the database, one a line; beside them the
     *     certificate of the timestamp service, if its stamps are to be compared with it
     * @param elsewhere more files of marks, kept away from this machine
     */
    static Walked of(Connection database, Path folder, List<Path> elsewhere) throws SQLException, IOException {
        var marks = marks(database);
        var stamps = stamps(database);
        var what = "Marks: " + marks.size()
                + (marks.isEmpty()
                        ? ""
                        : ", the last of " + marks.get(marks.size() - 1).at())
                + (stamps.isEmpty() ? "" : ", " + stamps.size() + " with a time stamp");
        var keyFile = folder.resolve(KEY);
        if (!Files.exists(keyFile)) {
            return new Walked(what, Optional.of("the key is missing: " + keyFile));
        }
        var key = HexFormat.of()
                .parseHex(Files.readString(keyFile, StandardCharsets.US_ASCII).strip());
        var broken = broken(marks, key, hashes(database, "ledger"), hashes(database, "row_record"));
        if (broken.isEmpty()) {
            broken = stamped(marks, stamps, folder.resolve(STAMP_CERTIFICATE));
        }
        var files = new ArrayList<>(List.of(folder.resolve(MARKS)));
        files.addAll(elsewhere);
        for (int i = 0; i < files.size() && broken.isEmpty(); i++) {
            broken = takenAway(marks, files.get(i), key, i > 0);
        }
        return new Walked(what, broken);
    }

    private static List<SiteMark> marks(Connection database) throws SQLException {
        var marks = new ArrayList<SiteMark>();
        var sql = "select number, at, seq, hash, row_seq, row_hash, before, signature from site_mark order by number";
        Rows.first(database, sql, row -> {
            marks.add(new SiteMark(
                    row.getLong("number"),
                    row.getString("at"),
                    row.getLong("seq"),
                    row.getString("hash"),
                    row.getLong("row_seq"),
                    row.getString("row_hash"),
                    row.getString("before"),
                    row.getString("signature")));
            return Optional.empty();
        });
        return marks;
    }

    private static Map<Long, byte[]> stamps(Connection database) throws SQLException {
        var stamps = new TreeMap<Long, byte[]>();
        Rows.first(database, "select number, answer from mark_stamp", row -> {
            stamps.put(row.getLong("number"), row.getBytes("answer"));
            return Optional.empty();
        });
        return stamps;
    }

    private static Optional<String> stamped(List<SiteMark> marks, Map<Long, byte[]> stamps, Path certificate)
            throws IOException {
        var byNumber = marks.stream().collect(Collectors.toMap(SiteMark::number, mark -> mark));
        for (var stamp : stamps.entrySet()) {
            var mark = byNumber.get(stamp.getKey());
            var wrong = mark == null
                    ? Optional.of("there is no such mark")
                    : TimeStamps.wrong(mark, stamp.getValue(), certificate);
            if (wrong.isPresent()) {
                return Optional.of("the time stamp of the mark " + stamp.getKey() + ": " + wrong.get());
            }
        }
        return Optional.empty();
    }

    private static Optional<String> takenAway(List<SiteMark> marks, Path file, byte[] key, boolean mustBeThere)
            throws IOException {
        if (!Files.exists(file)) {
            return mustBeThere ? Optional.of("there is no file of marks " + file) : Optional.empty();
        }
        var signatures = marks.stream().map(SiteMark::signature).collect(Collectors.toSet());
        for (var line : Files.readAllLines(file, StandardCharsets.UTF_8)) {
            if (!line.isBlank()) {
                SiteMark mark;
                try {
                    mark = SiteMark.ofLine(line.strip());
                } catch (IllegalArgumentException e) {
                    return Optional.of("a line of " + file + " is no mark: " + line.strip());
                }
                if (!mark.isSignedWith(key)) {
                    return Optional.of("the mark of " + mark.at() + " in " + file + " is not signed with this key");
                }
                if (!signatures.contains(mark.signature())) {
                    return Optional.of(
                            "the mark of " + mark.at() + ", kept outside the database, is not in it any more");
                }
            }
        }
        return Optional.empty();
    }

    private static Optional<String> broken(
            List<SiteMark> marks, byte[] key, Map<Long, String> ledger, Map<Long, String> rows) {
        var before = "";
        long number = 0;
        for (var mark : marks) {
            var name = "the mark of " + mark.at();
            number++;
            if (!mark.isSignedWith(key)) {
                return Optional.of(name + " is not signed with this key, or was changed");
            }
            if (!mark.before().equals(before) || mark.number() != number) {
                return Optional.of(name + " does not follow from the one before it");
            }
            var cut = reaches(ledger, mark.seq(), mark.hash(), name, "entry", "ledger");
            if (cut.isEmpty() && mark.rowSeq() > 0) {
                cut = reaches(rows, mark.rowSeq(), mark.rowHash(), name, "row record", "chain of row records");
            }
            if (cut.isPresent()) {
                return cut;
            }
            before = mark.signature();
        }
        return Optional.empty();
    }

    private static Optional<String> reaches(
            Map<Long, String> hashes, long seq, String hash, String mark, String entry, String chain) {
        if (hash.equals(hashes.get(seq))) {
            return Optional.empty();
        }
        return Optional.of(
                hashes.containsKey(seq)
                        ? entry + " " + seq + " of the " + chain + " is not the one that " + mark + " names"
                        : "the " + chain + " is cut off: " + mark + " reached " + entry + " " + seq);
    }

    /** The hashes that a mark names, of one chain. */
    private static Map<Long, String> hashes(Connection database, String chain) throws SQLException {
        var column = chain.equals("ledger") ? "seq" : "row_seq";
        var hashes = new HashMap<Long, String>();
        Rows.first(
                database,
                "select c.seq, c.hash from " + chain + " c where c.seq in (select " + column + " from site_mark)",
                row -> {
                    hashes.put(row.getLong("seq"), row.getString("hash"));
                    return Optional.empty();
                });
        return hashes;
    }
}
