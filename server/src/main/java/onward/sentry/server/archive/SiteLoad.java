package onward.sentry.server.archive;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.zip.ZipFile;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;
import onward.sentry.formats.RecordedTable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Reads an archive into a site that has nothing yet: all of it, or nothing. */
@Component
class SiteLoad {

    private static final int BYTES_AT_ONCE = 65_536;

    private final SiteTables tables;
    private final JdbcTemplate jdbc;
    private final JsonMapper json;

    SiteLoad(SiteTables tables, JdbcTemplate jdbc, JsonMapper json) {
        this.tables = tables;
        this.jdbc = jdbc;
        this.json = json;
    }

    /** @throws Refused when the site holds something, when the archive is not whole, or of another form */
    @Transactional
    public Manifest read(Path file) throws IOException {
        refuseUnlessEmpty();
        try (var zip = new ZipFile(file.toFile(), StandardCharsets.UTF_8)) {
            var manifest = manifest(zip);
            for (var part : manifest.parts()) {
                refuseUnlessWhole(zip, part);
            }
            jdbc.execute("set local time zone 'UTC'");
            for (var table : tables.inOrder()) {
                var part = manifest.parts().stream()
                        .filter(one -> one.table().equals(table.name()))
                        .findFirst();
                if (part.isPresent()) {
                    load(zip, table, part.get());
                }
            }
            compareWithRecord();
            var last = jdbc.queryForList("select hash from ledger order by seq desc limit 1", String.class);
            refuseUnless(
                    (last.isEmpty() ? "" : last.get(0)).equals(manifest.lastLedgerHash()),
                    "archive-ledger",
                    "The ledger does not end as the manifest says.",
                    "The archive was changed after it was written; get it again.");
            return manifest;
        }
    }

    /** What was loaded is on record already; what cannot come in an archive goes on record as it is now. */
    private void compareWithRecord() {
        jdbc.update("delete from touched where tx = pg_current_xact_id()");
        for (var table : RecordedTable.ALL) {
            if (SiteTables.OTHERS_WHEN_LOADED.contains(table.name())) {
                jdbc.update(
                        "insert into touched (tx, kind, key, was, body)"
                                + " select pg_current_xact_id(), ?, key, digest_of(chained), there::text from ("
                                + table.differencesInSql() + ") d",
                        table.name());
            } else {
                var other = jdbc.queryForList(
                        "select key from (" + table.differencesInSql() + ") d order by key limit 1", String.class);
                refuseUnless(
                        other.isEmpty(),
                        "archive-record",
                        "A row of " + table.name() + " is not what its record says: " + String.join("", other) + ".",
                        "The archive was changed after it was written, or the site before; verify that site.");
            }
        }
    }

    private void refuseUnlessEmpty() {
        for (var table : tables.inOrder()) {
            refuseUnless(
                    table.isNeverEmpty()
                            || jdbc.queryForList("select 1 from " + table.name() + " limit 1", Integer.class)
                                    .isEmpty(),
                    "archive-not-empty",
                    "This site holds something already (" + table.name() + ").",
                    "Load an archive into a site that was never started; another SENTRY_HOME makes one.");
        }
    }

    private Manifest manifest(ZipFile zip) throws IOException {
        var entry = zip.getEntry("manifest.json");
        refuseUnless(
                entry != null,
                "archive-manifest",
                "It has no manifest.json.",
                "Name a file that ./sentry archive has written.");
        Manifest manifest;
        try (var in = zip.getInputStream(entry)) {
            manifest = json.readValue(in, Manifest.class);
        }
        refuseUnless(
                Manifest.FORMAT.equals(manifest.format()) && manifest.version() == Manifest.VERSION,
                "archive-form",
                "It is a '" + manifest.format() + "' of version " + manifest.version() + ".",
                "This program reads '" + Manifest.FORMAT + "' of version " + Manifest.VERSION + ".");
        refuseUnless(
                tables.schemaVersion().equals(manifest.schema()),
                "archive-schema",
                "It was written by a database of form " + manifest.schema() + ", and this one has form "
                        + tables.schemaVersion() + ".",
                "Load it with the release that wrote it, then upgrade.");
        return manifest;
    }

    private static void refuseUnlessWhole(ZipFile zip, Manifest.ArchivePart part) throws IOException {
        var digest = SiteArchive.sha256();
        try (var in = stream(zip, part)) {
            var bytes = new byte[BYTES_AT_ONCE];
            for (int read = in.read(bytes); read >= 0; read = in.read(bytes)) {
                digest.update(bytes, 0, read);
            }
        }
        refuseUnless(
                HexFormat.of().formatHex(digest.digest()).equals(part.sha256()),
                "archive-changed",
                part.file() + " is not what the manifest says.",
                "The archive is not whole; get it again.");
    }

    private static InputStream stream(ZipFile zip, Manifest.ArchivePart part) throws IOException {
        var entry = zip.getEntry(part.file());
        refuseUnless(
                entry != null,
                "archive-missing",
                part.file() + " is missing.",
                "The archive is not whole; get it again.");
        return zip.getInputStream(entry);
    }

    private void load(ZipFile zip, SiteTables.Table table, Manifest.ArchivePart part) throws IOException {
        if (table.isNeverEmpty()) {
            jdbc.update("delete from " + table.name());
        }
        var insert = "insert into " + table.name() + " (" + table.columnNames() + ") select " + table.columnNames()
                + " from json_populate_record(null::" + table.name() + ", ?::json)";
        try (var in = new BufferedReader(new InputStreamReader(stream(zip, part), StandardCharsets.UTF_8))) {
            var lines = new ArrayList<Object[]>();
            for (var line = in.readLine(); line != null; line = in.readLine()) {
                lines.add(new Object[] {line});
                if (lines.size() == table.rowsAtOnce()) {
                    jdbc.batchUpdate(insert, lines);
                    lines.clear();
                }
            }
            jdbc.batchUpdate(insert, lines);
        }
    }

    private static void refuseUnless(boolean holds, String code, String reason, String wayOut) {
        Refusal.unless(holds, code, "archive", reason, wayOut);
    }
}
