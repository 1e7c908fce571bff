package onward.sentry.server.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.formats.TableFile;
import onward.sentry.server.gas.Shelf;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

class ExchangeTest {

    private static final String HEADER = "serial,model,asset_tag,crew,location,sensor_1,sensor_2,sensor_3,sensor_4\n";
    private static final String SENSORS = "C-%1$s,O-%1$s,M-%1$s,S-%1$s";

    @TempDir
    Path folder;

    private static TestServer server;
    private static Api lead;
    private static Api technician;

    @BeforeAll
    static void start() {
        server = TestServer.withPeople();
        lead = server.signedIn(Role.LEAD);
        technician = server.signedIn(Role.TECHNICIAN);
    }

    @AfterAll
    static void close() {
        server.close();
    }

    @Test
    void aTableIsLookedAtPutInForceAndTakenBackAsOne() {
        var island = new Island(server, technician);
        var known = island.quoin4();
        var table = HEADER
                + line("IM-1", "Quoin 4", "Ferry")
                + line("IM-2", "Quoin 4", "Ferry")
                + known + ",Quoin 4,new tag,Ferry,slip,,,,\n";
        var read = sent(table);
        assertCounts(read, 2, 1, 0, 0);
        assertThat(detector("IM-1").status())
                .as("nothing is done before it is begun")
                .isEqualTo(404);
        assertThat(lines(read, "CHANGED").get(0).path("before").asString()).contains("in use");

        var applied = applied(read);
        assertThat(applied.path("phase").asString()).isEqualTo("APPLIED");
        assertThat(applied.path("done").asInt()).isEqualTo(3);
        var fresh = detector("IM-1").body().path("detector");
        assertThat(fresh.path("state").asString()).isEqualTo("DUE");
        assertThat(fresh.path("usable").asBoolean())
                .as("nobody here has calibrated it")
                .isFalse();
        assertThat(fresh.path("crew").asString()).isEqualTo("Ferry");
        assertThat(detector("IM-1").body().path("sensors").size()).isEqualTo(4);
        assertThat(detector(known).body().path("detector").path("assetTag").asString())
                .isEqualTo("new tag");
        assertCounts(sent(table), 0, 0, 3, 0);

        assertThat(withdraw(read, " ").text("field")).isEqualTo("reason");
        var back = withdraw(read, "the wrong file");
        assertThat(back.body().path("phase").asString()).isEqualTo("WITHDRAWN");
        assertThat(detector("IM-1").body().path("detector").path("state").asString())
                .isEqualTo("RETIRED");
        assertThat(detector(known).body().path("detector").path("assetTag").asString())
                .isNotEqualTo("new tag");
        assertThat(withdraw(read, "again").text("code")).isEqualTo("import-phase");
        assertThat(lead.post("/api/v1/imports/" + read.path("id").asString() + "/applying", Map.of())
                        .text("detail"))
                .isEqualTo("This import is void.");

        var again = sent(table);
        assertCounts(again, 0, 3, 0, 0);
        applied(again);
        assertThat(detector("IM-1").body().path("detector").path("state").asString())
                .isEqualTo("DUE");
        assertThat(server.jdbc()
                        .sql("select kind from ledger where kind like '%import%' order by seq")
                        .query(String.class)
                        .list())
                .containsSubsequence("detectors-imported", "import-withdrawn", "detectors-imported");
    }

    @Test
    void anImportWhosePageWasClosedGoesOnByItself() {
        var read = sent(HEADER + line("LFT-1", "Quoin 4", "Ferry"));
        var id = UUID.fromString(read.path("id").asString());
        server.bean(Imports.class).begin(id, "lead person");
        assertThat(detector("LFT-1").status()).isEqualTo(404);
        server.bean(LeftImports.class).goOn();
        assertThat(detector("LFT-1").status()).isEqualTo(200);
        assertThat(server.bean(Imports.class).view(id).phase()).isEqualTo("APPLIED");
    }

    @Test
    void whatATableKnowsOfSensorsIsTakenAndWhatItDoesNotKnowIsSaid() {
        var read = sent("serial,model,sensor_1,fitted_on,last_good_on\n"
                + "HN-IM1,Hollin NO,N-1,2025-05-01,2026-02-20\n"
                + "HN-IM2,Hollin NO,,,\n");
        assertCounts(read, 2, 0, 0, 0);
        applied(read);
        var known = detector("HN-IM1").body();
        assertThat(known.path("sensors").get(0).path("fittedOn").asString()).isEqualTo("2025-05-01");
        assertThat(known.path("sensors").get(0).path("lastGoodOn").asString()).isEqualTo("2026-02-20");
        assertThat(known.path("detector").path("state").asString())
                .as("its last good calibration counts")
                .isNotEqualTo("DUE");
        var unknown = detector("HN-IM2").body();
        assertThat(unknown.path("sensors").get(0).path("fittedOn").isNull()).isTrue();
        assertThat(unknown.path("sensors").get(0).path("serial").asString()).isEqualTo("unknown");
        assertThat(unknown.path("detector").path("usable").asBoolean()).isFalse();
        var gateway = lead.post(
                "/api/v1/gateways", Map.of("name", "hollin bench", "detectors", Map.of("serials", List.of("HN-IM2"))));
        assertThat(Api.withToken(server, gateway.text("token"))
                        .get("/api/v1/link/detectors")
                        .body()
                        .path(0)
                        .path("sensors")
                        .path(0)
                        .path("fittedOn")
                        .isNull())
                .isTrue();
        // A biased sensor that was fitted today would have to settle for a day first.
        var run = technician.post(
                "/api/v1/runs",
                Map.of(
                        "serial", "HN-IM2",
                        "job", "CALIBRATION",
                        "source", "TYPED",
                        "timeScale", 1,
                        "clientId", "hn-im2"));
        assertThat(run.text("code")).isNotEqualTo("sensor-settling");
        assertThat(run.status()).isLessThan(300);
    }

    @Test
    void eachFaultNamesLineAndColumnAndWhatCanBeMendedIsMendedWhenAsked() {
        var read = sent(HEADER
                + line("MD-1", "quoin-4", "Ferry")
                + line("MD 2", "Quoin 4", "Ferry")
                + line("MD-3", "Trumpet", "Ferry")
                + "MD-4,Quoin 4,,," + "x".repeat(101) + ",C-4,O-4,M-4,\n"
                + line("MD-5", "Quoin 4", "Ferry")
                + line("md-5", "Quoin 4", "Ferry"));
        assertCounts(read, 1, 0, 0, 5);
        assertThat(read.path("mendable").asInt()).isEqualTo(2);
        var refused = lines(read, "REFUSED");
        var first = refused.get(0).path("faults").get(0);
        assertThat(refused.get(0).path("line").asInt()).isEqualTo(2);
        assertThat(first.path("column").asString()).isEqualTo("model");
        assertThat(first.path("instead").asString()).isEqualTo("Quoin 4");
        assertThat(refused.get(3).path("faults").get(0).path("column").asString())
                .isEqualTo("location");
        assertThat(refused.get(4).path("faults").get(0).path("reason").asString())
                .contains("twice");

        var mended = lead.post("/api/v1/imports/" + read.path("id").asString() + "/mending", Map.of())
                .body();
        assertCounts(mended, 3, 0, 0, 3);
        applied(read);
        assertThat(detector("MD2").status()).isEqualTo(200);
        assertThat(detector("MD-3").status()).isEqualTo(404);
    }

    @Test
    void twoWhoPutTheSameTableInForceAtOnceDoItOnce() throws Exception {
        var table = new StringBuilder(HEADER);
        for (int i = 0; i < 60; i++) {
            table.append(line("TW-" + i, "Quoin 4", "Ferry"));
        }
        var read = sent(table.toString());
        var both = Executors.newFixedThreadPool(2);
        var other = server.signedIn(Role.ADMINISTRATOR);
        var one = both.submit(() -> applied(read));
        var two = both.submit(
                () -> other.post("/api/v1/imports/" + read.path("id").asString() + "/applying", Map.of()));
        assertThat(one.get(60, TimeUnit.SECONDS).path("done").asInt()).isEqualTo(60);
        assertThat(two.get(60, TimeUnit.SECONDS).status()).isEqualTo(200);
        both.shutdown();
        assertThat(count("select count(*) from detector where serial like 'TW-%'"))
                .isEqualTo(60);
        assertThat(count("select count(*) from ledger where kind = 'detectors-imported' and body like '%"
                        + read.path("id").asString() + "%'"))
                .isEqualTo(1);
    }

    private static long count(String sql) {
        return server.jdbc().sql(sql).query(Long.class).single();
    }

    @Test
    void jobsFromPaperComeInAsATableAreJudgedMarkedAndTakenBackAsOne() throws Exception {
        var island = new Island(server, technician);
        var serial = island.quoin4();
        var tag = tag(island.houseMix());
        var before = detector(serial).body();
        var table = "detector,job,on,done_by,cylinder,zero_1,gas_1,zero_2,gas_2,zero_3,gas_3,zero_4,gas_4\n"
                + serial + ",calibration,2026-02-27,Old Halvard," + tag + ",0,23,20.9,16.1,1,70,0.1,13.9\n"
                + serial + ",calibration,2026-02-20,Old Halvard," + tag + ",0,23,20.9,16.1,1,71,0.1,13.9\n"
                + serial + ",Bumped,28.2.2026,Old Halvard," + tag.toLowerCase() + ",,23,,16.1,,70,,13.9\n"
                + "NO-1,calibration,2026-02-20,Old Halvard," + tag + ",0,23,,,,,,\n"
                + serial + ",calibration,2026-03-20,Old Halvard," + tag + ",0,23,,,,,,\n";
        var read = runs(table);
        assertCounts(read, 2, 0, 0, 3);
        assertThat(lines(read, "NEW").get(0).path("verdict").asString()).isEqualTo("PASS");
        var refused = lines(read, "REFUSED");
        assertThat(refused.get(1).path("faults").get(0).path("column").asString())
                .isEqualTo("detector");
        assertThat(refused.get(2).path("faults").get(0).path("reason").asString())
                .contains("20 Mar 2026", "still to come");

        var mended = lead.post("/api/v1/imports/" + read.path("id").asString() + "/mending", Map.of())
                .body();
        assertCounts(mended, 2, 0, 0, 3);
        assertThat(mended.path("mendable").asInt())
                .as("the cylinder is known by another case only")
                .isEqualTo(1);
        var all = lead.post("/api/v1/imports/" + read.path("id").asString() + "/mending", Map.of())
                .body();
        assertCounts(all, 3, 0, 0, 2);

        var applied = applied(all);
        assertThat(applied.path("phase").asString()).isEqualTo("APPLIED");
        assertThat(applied.path("done").asInt()).isEqualTo(3);
        var runs = technician.get("/api/v1/detectors/" + serial + "/runs").body();
        assertThat(runs.size()).isEqualTo(3);
        assertThat(runs.get(0).path("source").asString()).isEqualTo("PAPER");
        assertThat(runs.get(0).path("endedOn").asString()).isEqualTo("2026-02-28");
        assertThat(detector(serial).body().path("detector").path("dueOn").asString())
                .isEqualTo("2026-03-27");
        assertCounts(runs(table), 0, 0, 2, 3);
        assertThat(rows(technician.bytes("/api/v1/exports/runs/csv")).stream()
                        .filter(row -> row.at("detector").equals(serial)
                                && row.at("source").equals("paper"))
                        .map(row -> row.at("done_by"))
                        .distinct())
                .as("who did it, not who typed it in")
                .containsExactly("Old Halvard");

        var back = withdraw(applied, "another yard's sheets");
        assertThat(back.body().path("phase").asString()).isEqualTo("WITHDRAWN");
        assertThat(detector(serial).body().path("detector")).isEqualTo(before.path("detector"));
        assertThat(technician.get("/api/v1/detectors/" + serial + "/runs").body())
                .as("the records stay")
                .hasSize(3)
                .allMatch(run -> run.path("withdrawn").asBoolean());
        assertCounts(runs(table), 2, 0, 0, 3);
    }

    private String tag(String cylinderId) {
        return server.jdbc()
                .sql("select tag from cylinder where id = ?::uuid")
                .param(cylinderId)
                .query(String.class)
                .single();
    }

    private static JsonNode runs(String table) {
        return sent("RUNS", table.getBytes(StandardCharsets.UTF_8));
    }

    private static JsonNode sent(String kind, byte[] table) {
        var answer = lead.upload("/api/v1/imports?name=table&kind=" + kind, table);
        assertThat(answer.status()).as(String.valueOf(answer.body())).isEqualTo(200);
        return answer.body();
    }

    @Test
    void cylindersComeInAsATableAndTheWrongOneGoesOutAgainAndLeavesItsTagsFree() {
        var island = new Island(server, technician);
        var known = tag(island.houseMix());
        assertThat(technician
                        .post("/api/v1/cylinders", island.cylinderBody(Map.of("tag", known.toLowerCase())))
                        .text("code"))
                .as("a tag is the same in small letters: whoever scans it means one cylinder")
                .isEqualTo("tag-taken");
        var table = "tag,certificate,lot,made_on,use_before,volume_l,full_bar,gauge_bar,balance,components\n"
                + "TC-01,SKV-1,L9,2026-01-10,2030-01-10,58,35,35,air,carbon monoxide 80 ppm ±2 %\n"
                + "TC-02,SKV-2,L9,2026-01-10,31.12.2030,58,35,35,air,carbon monoxide 80 ppm ±2 %\n"
                + "tc-01,SKV-3,L9,2026-01-10,2030-01-10,58,35,35,air,carbon monoxide 80 ppm ±2 %\n"
                + known + ",SKV-4,L9,2026-01-10,2030-01-10,58,35,35,air,carbon monoxide 80 ppm ±2 %\n";
        var read = technician
                .upload("/api/v1/imports?name=c.csv&kind=CYLINDERS", table.getBytes(StandardCharsets.UTF_8))
                .body();
        assertCounts(read, 1, 0, 0, 3);
        var refused = lines(read, "REFUSED");
        assertThat(refused.get(0).path("faults").get(0).path("instead").asString())
                .isEqualTo("2030-12-31");
        assertThat(refused.get(1).path("faults").get(0).path("reason").asString())
                .contains("twice");
        assertThat(refused.get(2).path("faults").get(0).path("reason").asString())
                .contains(known + " is registered with another certificate, lot, made on");

        var path = "/api/v1/imports/" + read.path("id").asString();
        assertCounts(technician.post(path + "/mending", Map.of()).body(), 2, 0, 0, 2);
        applied(read);
        assertThat(technician.get("/api/v1/cylinders/TC-02").body().toString()).contains("2030-12-31", "\"NEW\"");
        assertCounts(sent("CYLINDERS", table.getBytes(StandardCharsets.UTF_8)), 0, 0, 1, 3);

        assertThat(withdraw(read, "last year's delivery").body().path("phase").asString())
                .isEqualTo("WITHDRAWN");
        assertThat(technician.get("/api/v1/cylinders/TC-01").status()).isEqualTo(404);
        assertThat(server.jdbc()
                        .sql("select state || ' ' || state_reason from cylinder where tag = 'TC-01 (void)'")
                        .query(String.class)
                        .single())
                .isEqualTo("RETURNED last year's delivery");

        var again = sent("CYLINDERS", table.replace("SKV-1,", "SKV-9,").getBytes(StandardCharsets.UTF_8));
        applied(again);
        server.bean(Shelf.class).change("TC-01", CylinderState.IN_USE, "compared", "a lead");
        var used = withdraw(again, "wrong again");
        assertThat(used.text("code")).isEqualTo("import-worked");
        assertThat(used.text("detail")).contains("TC-01");
    }

    @Test
    void whatWasWorkedOnSinceIsNotTakenBack() {
        var read = sent(HEADER + line("WO-1", "Quoin 4", "Ferry"));
        applied(read);
        new Island(server, technician).start("WO-1", "CALIBRATION", "TYPED");
        var refused = withdraw(read, "the wrong file");
        assertThat(refused.text("code")).isEqualTo("import-worked");
        assertThat(refused.text("detail")).contains("WO-1");
    }

    @Test
    void aFileThatIsNoTableIsRefusedAndOnlyALeadImports() {
        assertThat(lead.upload("/api/v1/imports?name=x.csv", "a,b\n1,2\n".getBytes(StandardCharsets.UTF_8))
                        .text("detail"))
                .contains("The column 'serial' is missing.");
        assertThat(lead.upload("/api/v1/imports?name=x.xlsx", new byte[] {'P', 'K', 3, 4, 9})
                        .status())
                .isEqualTo(422);
        assertThat(technician
                        .upload("/api/v1/imports?name=x.csv", HEADER.getBytes(StandardCharsets.UTF_8))
                        .status())
                .isEqualTo(403);
    }

    @Test
    void everyTableGoesOutAsBothFormsAndWhatGoesOutComesIn() throws Exception {
        var island = new Island(server, technician);
        var serial = island.quoin4();
        island.calibrate(serial, island.houseMix(), Map.of());
        var stated = new HashMap<>(Island.part("methane", 1.25, "VOL_PERCENT"));
        stated.put("statesTwo", true);
        var certified = technician
                .post("/api/v1/cylinders", island.cylinderBody(Map.of("tag", "K2-01", "components", List.of(stated))))
                .body();
        assertThat(certified.at("/components/0/uncertainty").asString()).isEqualTo("±2 % (k = 2)");
        for (var table : List.of("detectors", "sensors", "cylinders", "runs")) {
            var csv = rows(technician.bytes("/api/v1/exports/" + table + "/csv"));
            var xlsx = rows(technician.bytes("/api/v1/exports/" + table + "/xlsx"));
            assertThat(csv).as(table).isNotEmpty();
            assertThat(xlsx).as(table).hasSameSizeAs(csv);
            assertThat(xlsx.get(0).fields().keySet())
                    .isEqualTo(csv.get(0).fields().keySet());
        }
        var runs = rows(technician.bytes("/api/v1/exports/runs/csv?from=2026-03-02&until=2026-03-02"));
        assertThat(runs).anySatisfy(row -> {
            assertThat(row.at("detector")).isEqualTo(serial);
            assertThat(row.at("stage")).isEqualTo("span");
            assertThat(row.at("sensor_verdict")).isEqualTo("pass");
        });
        assertThat(rows(technician.bytes("/api/v1/exports/runs/csv?from=2020-01-01&until=2020-12-31")))
                .isEmpty();

        var table = technician.bytes("/api/v1/exports/cylinders/xlsx");
        assertThat(rows(table)).anySatisfy(row -> {
            assertThat(row.at("tag")).isEqualTo("K2-01");
            assertThat(row.at("components")).endsWith("% (k = 2)");
        });
        var cylinders = sent("CYLINDERS", table);
        assertThat(cylinders.path("same").asInt())
                .as("what goes out comes in as what is there")
                .isEqualTo(rows(table).size());
        assertCounts(cylinders, 0, 0, rows(table).size(), 0);
        var detectors =
                lead.upload("/api/v1/imports?name=detectors.csv", technician.bytes("/api/v1/exports/detectors/csv"));
        assertThat(detectors.body().path("refused").asInt()).isZero();
        assertThat(detectors.body().path("fresh").asInt()).isZero();
        assertThat(technician.get("/api/v1/exports/secrets/csv").status()).isEqualTo(404);
    }

    private static String line(String serial, String model, String crew) {
        return serial + "," + model + ",T-1," + crew + ",slip," + SENSORS.formatted(serial) + "\n";
    }

    private static JsonNode sent(String table) {
        var answer = lead.upload("/api/v1/imports?name=fleet.csv", table.getBytes(StandardCharsets.UTF_8));
        assertThat(answer.status()).as(String.valueOf(answer.body())).isEqualTo(200);
        return answer.body();
    }

    private static JsonNode applied(JsonNode read) {
        JsonNode view;
        do {
            view = lead.post("/api/v1/imports/" + read.path("id").asString() + "/applying", Map.of())
                    .body();
        } while (view.path("phase").asString().equals("APPLYING"));
        return view;
    }

    private static Api.Answer withdraw(JsonNode read, String reason) {
        return lead.post("/api/v1/imports/" + read.path("id").asString() + "/withdrawal", Map.of("reason", reason));
    }

    private static JsonNode lines(JsonNode read, String verdict) {
        return lead.get("/api/v1/imports/" + read.path("id").asString() + "/lines?verdict=" + verdict)
                .body();
    }

    private static Api.Answer detector(String serial) {
        return technician.get("/api/v1/detectors/" + serial);
    }

    private static void assertCounts(JsonNode view, int fresh, int changed, int same, int refused) {
        assertThat(List.of(
                        view.path("fresh").asInt(),
                        view.path("changed").asInt(),
                        view.path("same").asInt(),
                        view.path("refused").asInt()))
                .isEqualTo(List.of(fresh, changed, same, refused));
    }

    private List<TableFile.Row> rows(byte[] file) throws Exception {
        var rows = new ArrayList<TableFile.Row>();
        TableFile.read(Files.write(folder.resolve("table"), file), List.of(), rows::add);
        return rows;
    }
}
