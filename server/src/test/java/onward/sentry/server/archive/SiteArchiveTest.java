package onward.sentry.server.archive;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
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
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** The whole site goes out as one file and comes back into an empty one with the same hashes. */
class SiteArchiveTest {

    private static final JsonMapper JSON =
            JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();

    /** Written by this test when SENTRY_WRITE_DESCRIPTION is set. */
    private static final Path SCHEMA = Path.of("../docs/formats/site-archive.schema.json");

    @TempDir
    private static Path folder;

    private static TestServer server;
    private static Map<String, byte[]> files;

    @BeforeAll
    static void aSiteWithSomeOfEverything() throws IOException {
        var key = Files.writeString(folder.resolve("mark.key"), "5e".repeat(32));
        server = TestServer.withPeople("--sentry.mark-key-file=" + key);
        var technician = server.signedIn(Role.TECHNICIAN);
        var lead = server.signedIn(Role.LEAD);
        var island = new Island(server, technician);
        var serial = island.quoin4();
        var run = island.calibrate(serial, island.houseMix(), Map.of(3, 0.6));
        island.calibrate(island.quoin4(), island.houseMix(), Map.of(4, 0.2));
        assertThat(lead.post("/api/v1/runs/" + run.path("id").asString() + "/certificates", Map.of())
                        .status())
                .isEqualTo(200);
        var tag = island.cylinder(Map.of()).path("tag").asString();
        for (int n = 0; n < 7; n++) {
            assertThat(technician
                            .upload("/api/v1/cylinders/" + tag + "/certificates?fileName=scan" + n + ".pdf", scan(n))
                            .status())
                    .isEqualTo(200);
        }
        technician.post("/api/v1/me/pin", Map.of("password", TestServer.PASSWORD, "pin", "7394"));
        var onBench = island.quoin4();
        var open = island.start(onBench, "CALIBRATION", "LINK").path("id").asString();
        island.work(open, island.gateway(onBench, open, Map.of()), island.houseMix(), "CHOOSE_CYLINDER", 1);
        server.bean(SiteMarks.class).everyHour();
        files = archive(server);
    }

    @AfterAll
    static void close() {
        server.close();
    }

    /** More of these than are read at once. */
    private static byte[] scan(int number) {
        var bytes = new byte[300_000];
        new Random(number).nextBytes(bytes);
        System.arraycopy("%PDF-1.4\n".getBytes(StandardCharsets.US_ASCII), 0, bytes, 0, 9);
        return bytes;
    }

    private static Map<String, byte[]> archive(TestServer of) throws IOException {
        var bytes = of.signedIn(Role.ADMINISTRATOR).bytes("/api/v1/site-archive");
        return unzipped(Files.write(folder.resolve("site" + bytes.length + ".zip"), bytes));
    }

    private static Map<String, byte[]> unzipped(Path file) throws IOException {
        var files = new LinkedHashMap<String, byte[]>();
        try (var zip = new ZipFile(file.toFile())) {
            var entries = zip.entries();
            while (entries.hasMoreElements()) {
                var entry = entries.nextElement();
                files.put(entry.getName(), zip.getInputStream(entry).readAllBytes());
            }
        }
        return files;
    }

    private static Path zipped(String name, Map<String, byte[]> files) throws IOException {
        var file = folder.resolve(name);
        try (var zip = new ZipOutputStream(Files.newOutputStream(file))) {
            for (var entry : files.entrySet()) {
                zip.putNextEntry(new ZipEntry(entry.getKey()));
                zip.write(entry.getValue());
                zip.closeEntry();
            }
        }
        return file;
    }

    private static JsonNode manifest(Map<String, byte[]> files) {
        return JSON.readTree(files.get("manifest.json"));
    }

    /** Passwords and gateways do not come in an archive; that they are gone goes on record when it is loaded. */
    private static List<JsonNode> partsButRecords(Map<String, byte[]> files) {
        return manifest(files)
                .path("parts")
                .valueStream()
                .filter(part -> !part.path("table").asString().equals("row_record"))
                .toList();
    }

    private static long rows(Map<String, byte[]> files, String table) {
        return manifest(files)
                .path("parts")
                .valueStream()
                .filter(part -> part.path("table").asString().equals(table))
                .mapToLong(part -> part.path("rows").asLong())
                .sum();
    }

    @Test
    void intoAnEmptySiteItComesWithTheSameHashesAndVerifies() throws Exception {
        var file = zipped("whole.zip", files);
        try (var other =
                TestServer.fresh("--sentry.load=" + file, "--sentry.mark-key-file=" + folder.resolve("mark.key"))) {
            var again = new ByteArrayOutputStream();
            other.bean(SiteArchive.class).write(again);
            var second = unzipped(Files.write(folder.resolve("again.zip"), again.toByteArray()));
            assertThat(partsButRecords(second)).isEqualTo(partsButRecords(files));
            assertThat(manifest(second).path("lastLedgerHash"))
                    .isEqualTo(manifest(files).path("lastLedgerHash"));

            assertThat(rows(files, "reading_batch"))
                    .as("an open run has its readings")
                    .isPositive();

            var told = new ByteArrayOutputStream();
            try (var connection = other.bean(DataSource.class).getConnection()) {
                assertThat(Verify.everything(
                                connection, folder, List.of(), new PrintStream(told, true, StandardCharsets.UTF_8)))
                        .as(told.toString(StandardCharsets.UTF_8))
                        .isZero();
            }
            assertThat(other.anybody()
                            .get("/api/v1/session")
                            .body()
                            .path("nobodyYet")
                            .asBoolean())
                    .isTrue();
            assertThatThrownBy(() -> other.signedIn(Role.ADMINISTRATOR)).hasMessageContaining("cannot sign in");
        }
    }

    @Test
    void everyLineIsOfItsDefinitionAndNothingLetsAnybodyIn() throws IOException {
        if ("true".equals(System.getenv("SENTRY_WRITE_DESCRIPTION"))) {
            Files.writeString(SCHEMA, JSON.writeValueAsString(JSON.readTree(files.get("schema.json"))) + "\n");
        }
        var schema = Files.readString(SCHEMA);
        assertThat(JSON.readTree(schema)).isEqualTo(JSON.readTree(files.get("schema.json")));
        for (var part : manifest(files).path("parts")) {
            var table = part.path("table").asString();
            var definition = definition(schema, table);
            var text = new String(files.get(part.path("file").asString()), StandardCharsets.UTF_8);
            assertThat(text.lines().count()).isEqualTo(part.path("rows").asLong());
            text.lines()
                    .forEach(line -> assertThat(definition.validate(line, InputFormat.JSON))
                            .as(table)
                            .isEmpty());
        }
        var people = new String(files.get("tables/person.jsonl"), StandardCharsets.UTF_8);
        assertThat(people).contains("technician person").doesNotContain("$2a$");
    }

    private static Schema definition(String schema, String table) {
        var root = (tools.jackson.databind.node.ObjectNode) JSON.readTree(schema);
        root.put("$ref", "#/$defs/" + table);
        return SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
                .getSchema(JSON.writeValueAsString(root));
    }

    @Test
    void whatIsNotWholeOrNotEmptyIsRefusedAndNothingIsTaken() throws IOException {
        var changed = new LinkedHashMap<>(files);
        changed.put(
                "tables/detector.jsonl",
                new String(files.get("tables/detector.jsonl"), StandardCharsets.UTF_8)
                        .replace("Digester", "Quarry")
                        .getBytes(StandardCharsets.UTF_8));
        assertThatThrownBy(() -> TestServer.fresh("--sentry.load=" + zipped("changed.zip", changed)))
                .hasStackTraceContaining("tables/detector.jsonl is not what the manifest says");

        var missing = new LinkedHashMap<>(files);
        missing.remove("tables/run_event.jsonl");
        assertThatThrownBy(() -> TestServer.fresh("--sentry.load=" + zipped("missing.zip", missing)))
                .hasStackTraceContaining("tables/run_event.jsonl is missing");

        var other = new LinkedHashMap<>(files);
        other.put("manifest.json", "{\"format\": \"another\", \"version\": 1}".getBytes(StandardCharsets.UTF_8));
        assertThatThrownBy(() -> TestServer.fresh("--sentry.load=" + zipped("other.zip", other)))
                .hasStackTraceContaining("It is a 'another' of version 1");

        var tampered = new LinkedHashMap<>(files);
        var cylinders = new String(files.get("tables/cylinder.jsonl"), StandardCharsets.UTF_8)
                .replaceFirst("\"use_before\":\"20..", "\"use_before\":\"2099")
                .getBytes(StandardCharsets.UTF_8);
        tampered.put("tables/cylinder.jsonl", cylinders);
        tampered.put(
                "manifest.json",
                new String(files.get("manifest.json"), StandardCharsets.UTF_8)
                        .replace(sha256(files.get("tables/cylinder.jsonl")), sha256(cylinders))
                        .getBytes(StandardCharsets.UTF_8));
        assertThatThrownBy(() -> TestServer.fresh("--sentry.load=" + zipped("tampered.zip", tampered)))
                .hasStackTraceContaining("A row of cylinder is not what its record says");

        var file = zipped("whole2.zip", files);
        assertThatThrownBy(() -> server.bean(SiteLoad.class).read(file))
                .hasMessageContaining("This site holds something already");
    }

    private static String sha256(byte[] bytes) {
        return HexFormat.of().formatHex(SiteArchive.sha256().digest(bytes));
    }
}
