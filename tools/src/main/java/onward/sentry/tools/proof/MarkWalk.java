package onward.sentry.tools.proof;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import onward.sentry.formats.DailyMark;

/** The daily marks: signed, one after the other, and the ledger still reaches each of them. */
final class MarkWalk {

    private MarkWalk() {}

    /**
     * @param keyFile the key in hexadecimal
     * @param marksFile the marks kept outside the database, one a line
     */
    static Walked of(Connection database, Path keyFile, Path marksFile) throws SQLException, IOException {
        var marks = marks(database);
        var what = "Daily marks: " + marks.size()
                + (marks.isEmpty()
                        ? ""
                        : ", the last of " + marks.get(marks.size() - 1).day());
        if (!Files.exists(keyFile)) {
            return new Walked(what, Optional.of("the key is missing: " + keyFile));
        }
        var key = HexFormat.of()
                .parseHex(Files.readString(keyFile, StandardCharsets.US_ASCII).strip());
        var broken = broken(marks, key, entries(database));
        return new Walked(what, broken.isPresent() ? broken : takenAway(marks, marksFile));
    }

    private static List<DailyMark> marks(Connection database) throws SQLException {
        var marks = new ArrayList<DailyMark>();
        Rows.first(database, "select day, seq, hash, before, signature from daily_mark order by day", row -> {
            marks.add(new DailyMark(
                    row.getObject("day", LocalDate.class),
                    row.getLong("seq"),
                    row.getString("hash"),
                    row.getString("before"),
                    row.getString("signature")));
            return Optional.empty();
        });
        return marks;
    }

    private static Optional<String> takenAway(List<DailyMark> marks, Path marksFile) throws IOException {
        var kept = Files.exists(marksFile) ? Files.readAllLines(marksFile, StandardCharsets.UTF_8) : List.<String>of();
        return kept.stream()
                .filter(line -> !line.isBlank())
                .map(line -> DailyMark.ofLine(line.strip()))
                .filter(mark -> !marks.contains(mark))
                .findFirst()
                .map(mark -> "the mark of " + mark.day() + ", kept outside the database, is not in it any more");
    }

    private static Optional<String> broken(List<DailyMark> marks, byte[] key, Map<Long, String> entries) {
        var before = "";
        for (var mark : marks) {
            var name = "the mark of " + mark.day();
            if (!mark.isSignedWith(key)) {
                return Optional.of(name + " is not signed with this key, or was changed");
            }
            if (!mark.before().equals(before)) {
                return Optional.of(name + " does not follow from the one before it");
            }
            if (!mark.hash().equals(entries.get(mark.seq()))) {
                return Optional.of(
                        entries.containsKey(mark.seq())
                                ? "entry " + mark.seq() + " of the ledger is not the one that " + name + " names"
                                : "the ledger is cut off: " + name + " reached entry " + mark.seq());
            }
            before = mark.signature();
        }
        return Optional.empty();
    }

    private static Map<Long, String> entries(Connection database) throws SQLException {
        var entries = new HashMap<Long, String>();
        Rows.first(database, "select seq, hash from ledger", row -> {
            entries.put(row.getLong("seq"), row.getString("hash"));
            return Optional.empty();
        });
        return entries;
    }
}
