package onward.sentry.server.archive;

import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.Map;
import java.util.Objects;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.Site;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Isolation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Writes the whole site as one archive: a line of JSON per row, a file per table, a schema, and a manifest last. */
@Component
class SiteArchive {

    private final SiteTables tables;
    private final JdbcTemplate jdbc;
    private final JsonMapper json;
    private final Ledger ledger;
    private final Site site;

    SiteArchive(SiteTables tables, JdbcTemplate jdbc, JsonMapper json, Ledger ledger, Site site) {
        this.tables = tables;
        this.jdbc = jdbc;
        this.json = json;
        this.ledger = ledger;
        this.site = site;
    }

    /** As the site stands at one moment, whatever is written meanwhile. */
    @Transactional(isolation = Isolation.REPEATABLE_READ)
    public Manifest write(OutputStream to) throws IOException {
        jdbc.execute("set local time zone 'UTC'");
        var zip = new ZipOutputStream(to, StandardCharsets.UTF_8);
        var order = tables.inOrder();
        entry(zip, "schema.json", json.writeValueAsString(SiteSchema.of(order)));
        var parts = new ArrayList<Manifest.ArchivePart>();
        for (var table : order) {
            parts.add(write(table, zip));
        }
        var last = jdbc.queryForList("select hash from ledger order by seq desc limit 1", String.class);
        var manifest = new Manifest(
                Manifest.FORMAT,
                Manifest.VERSION,
                tables.schemaVersion(),
                site.now(),
                last.isEmpty() ? "" : last.get(0),
                parts);
        entry(zip, "manifest.json", json.writerWithDefaultPrettyPrinter().writeValueAsString(manifest));
        zip.finish();
        return manifest;
    }

    /** Keeps on record that somebody has it. */
    @Transactional
    public void taken(Manifest manifest, String by) {
        ledger.append(LedgerKind.SITE_ARCHIVED, by, Map.of("lastHash", manifest.lastLedgerHash()));
    }

    private Manifest.ArchivePart write(SiteTables.Table table, ZipOutputStream zip) throws IOException {
        var file = "tables/" + table.name() + ".jsonl";
        var digest = sha256();
        var rows = new long[1];
        zip.putNextEntry(new ZipEntry(file));
        var order = table.key().isEmpty() ? "" : " order by " + String.join(", ", table.key());
        var reader = new JdbcTemplate(Objects.requireNonNull(jdbc.getDataSource()));
        reader.setFetchSize(table.rowsAtOnce());
        reader.query(
                "select row_to_json(t)::text from (select " + table.selected() + " from " + table.name() + order
                        + ") t",
                row -> {
                    var line = (row.getString(1) + "\n").getBytes(StandardCharsets.UTF_8);
                    digest.update(line);
                    rows[0]++;
                    try {
                        zip.write(line);
                    } catch (IOException e) {
                        throw new UncheckedIOException(e);
                    }
                });
        zip.closeEntry();
        return new Manifest.ArchivePart(
                table.name(), file, rows[0], HexFormat.of().formatHex(digest.digest()));
    }

    private static void entry(ZipOutputStream zip, String name, String text) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        zip.write(text.getBytes(StandardCharsets.UTF_8));
        zip.closeEntry();
    }

    static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
