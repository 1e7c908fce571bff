package onward.sentry.e2e;

import java.io.IOException;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import onward.sentry.server.platform.RowRecords;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.datasource.SingleConnectionDataSource;

/** The packaged program as a process on a database of its own, and for the demo the stand-in gateway beside it. */
final class World implements AutoCloseable {

    private static final Path JAR = Path.of("../server/target/sentry-server-app.jar");
    private static final Duration LONGEST_START = Duration.ofSeconds(600);

    private static World demo;

    private final String database = "e" + UUID.randomUUID().toString().replace("-", "");
    private final boolean isDemo;
    private final String address;
    private final String password;
    private final int port = freePort();
    private final int controlPort = freePort();
    private final Path folder;
    private final Path output;
    private final Path token;
    private final Path markKey;
    private Process server;
    private Process gateway;
    private Process copy;

    private World(boolean isDemo, String address, String password) {
        this.isDemo = isDemo;
        this.address = address;
        this.password = password;
        try {
            folder = Files.createDirectories(Path.of("target", database));
            output = folder.resolve("server.log");
            token = folder.resolve("link-token");
            markKey = Files.writeString(folder.resolve("mark.key"), "6d".repeat(32));
            createDatabase();
            startServer(true);
            if (isDemo) {
                gateway = process(
                        "gateway.log",
                        List.of(
                                "-XX:TieredStopAtLevel=1",
                                "-Xmx128m",
                                "-cp",
                                System.getProperty("java.class.path"),
                                "onward.sentry.standins.gateway.Gateway",
                                url(),
                                token.toString(),
                                String.valueOf(controlPort),
                                "CO-1007=weak:46"));
            }
        } catch (IOException | SQLException | InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    /** The island with its stand-ins: one for all walks, each of which works on detectors of its own. */
    static synchronized World demo() {
        if (demo == null) {
            demo = new World(true, testAddress(), testPassword());
            Runtime.getRuntime().addShutdownHook(new Thread(demo::close));
        }
        demo.serveAgain();
        demo.clearTheBench();
        return demo;
    }

    /** Another island, for one walk alone. */
    static World ownDemo() {
        return new World(true, testAddress(), testPassword());
    }

    /** The program as it first starts in earnest: nobody, nothing. */
    static World empty() {
        return new World(false, testAddress(), testPassword());
    }

    /** The same on a database server of its own. */
    static World empty(OwnDatabase database) {
        return new World(false, database.address(), database.password());
    }

    String url() {
        return "http://127.0.0.1:" + port;
    }

    String controlPage() {
        return "http://127.0.0.1:" + controlPort;
    }

    /** Lets something be wrong at the bench of a simulated detector from the next time that its valve is turned. */
    void atBenchOf(String serial, String trouble, String strength, String onlyOnCylinder)
            throws IOException, InterruptedException {
        var form = "detector=" + serial + "&kind=" + trouble + "&strength=" + strength + "&cylinder=" + onlyOnCylinder;
        var answer = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(controlPage()))
                                .POST(HttpRequest.BodyPublishers.ofString(form))
                                .build(),
                        HttpResponse.BodyHandlers.ofString());
        if (answer.statusCode() != 200) {
            throw new IOException(answer.body());
        }
    }

    /** What the server has printed so far. */
    String printed() {
        try {
            return Files.readString(output);
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    /** What the program that proves records says of everything on record here. */
    String verified() throws IOException, InterruptedException {
        var tools = "../tools/target/classes:../tools/target/lib/*";
        var command = new ProcessBuilder(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-cp",
                tools,
                "onward.sentry.tools.proof.Verify",
                address + database,
                folder.toString(),
                "user=sentry");
        command.environment().put("PGPASSWORD", password);
        var process = command.redirectErrorStream(true).start();
        var said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        process.waitFor();
        return said;
    }

    /** The server ends without a chance to tidy up. */
    void kill() throws InterruptedException {
        server.destroyForcibly().waitFor();
    }

    /** Another process that knows nothing but the link document, with a token that somebody has shown it. */
    Process referenceGateway(String token) throws IOException {
        return process(
                "reference-gateway.log",
                List.of(
                        "-XX:TieredStopAtLevel=1",
                        "-Xmx64m",
                        "-cp",
                        System.getProperty("java.class.path"),
                        "onward.sentry.standins.reference.ReferenceGateway",
                        url() + "/api/v1/link",
                        token));
    }

    /** The stand-in gateway stands still, its line open, until it is told otherwise. */
    void gatewayStandsStill(boolean still) throws IOException, InterruptedException {
        new ProcessBuilder("kill", still ? "-STOP" : "-CONT", String.valueOf(gateway.pid()))
                .start()
                .waitFor();
    }

    /** A walk that failed while the server was down leaves the others theirs. */
    private void serveAgain() {
        try {
            if (!server.isAlive()) {
                startAgain();
            }
        } catch (IOException | InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    /**
     * A walk that failed, or that only showed something, may have left runs open. Gas that is on would be told on every page, and
     * at sixty times the speed readings of an open run come in for as long as all the other walks take.
     */
    private void clearTheBench() {
        try {
            var lead = new Client(this).signIn("marit", "skerravoe-demo");
            for (var lane : lead.read("/api/v1/bench")) {
                var run = lane.get("id").asString();
                command(lead, run, "TAKE_OVER\"");
                if (lane.get("gasOn").asBoolean()) {
                    command(lead, run, "GAS_OFF\",\"step\":" + lane.get("step").asInt());
                }
                command(lead, run, "STOP\",\"reason\":\"left by a walk\"");
            }
        } catch (IOException | InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    private static void command(Client lead, String run, String kind) throws IOException, InterruptedException {
        var once = UUID.randomUUID().toString();
        lead.post("/api/v1/runs/" + run + "/commands", "{\"clientId\":\"" + once + "\",\"kind\":\"" + kind + "}", once);
    }

    void startAgain() throws IOException, InterruptedException {
        startServer(false);
    }

    /** Another process of the program on the same database; it ends with the world. */
    String copy() throws IOException, InterruptedException {
        int another = freePort();
        copy = process("copy.log", arguments(another));
        var address = "http://127.0.0.1:" + another;
        await(address, copy, () -> true);
        return address;
    }

    private List<String> arguments(int at) {
        return new ArrayList<>(List.of(
                "-XX:TieredStopAtLevel=1",
                "-Xmx512m",
                "-jar",
                JAR.toString(),
                "--server.port=" + at,
                "--spring.datasource.url=" + address + database,
                "--spring.datasource.username=sentry",
                "--spring.datasource.password=" + password,
                "--sentry.mark-key-file=" + markKey,
                "--sentry.demo=" + isDemo));
    }

    private void startServer(boolean first) throws IOException, InterruptedException {
        var arguments = arguments(port);
        if (first && isDemo) {
            // A later start leaves the gateway's token as it is.
            arguments.add("--sentry.link-token-file=" + token);
        }
        server = process("server.log", arguments);
        // Health answers before the demo is loaded; the token is written last.
        await(url(), server, () -> !first || !isDemo || Files.exists(token));
    }

    private void await(String address, Process process, BooleanSupplier more) throws InterruptedException {
        var http = HttpClient.newHttpClient();
        var health =
                HttpRequest.newBuilder(URI.create(address + "/actuator/health")).build();
        long end = System.nanoTime() + LONGEST_START.toNanos();
        while (true) {
            if (!process.isAlive() || System.nanoTime() > end) {
                throw new IllegalStateException("the server does not start:\n" + printed());
            }
            try {
                if (http.send(health, HttpResponse.BodyHandlers.discarding()).statusCode() == 200
                        && more.getAsBoolean()) {
                    return;
                }
            } catch (IOException e) {
                // not listening yet
            }
            Thread.sleep(300);
        }
    }

    private Process process(String log, List<String> arguments) throws IOException {
        var command = new ArrayList<String>();
        command.add(Path.of(System.getProperty("java.home"), "bin", "java").toString());
        command.addAll(arguments);
        return new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(
                        ProcessBuilder.Redirect.appendTo(folder.resolve(log).toFile()))
                .start();
    }

    private void createDatabase() throws SQLException {
        try (var connection = DriverManager.getConnection(address + "postgres", "sentry", password)) {
            connection.createStatement().execute("create database " + database);
        }
    }

    /**
     * A crew with detectors that nobody else works on and that were last calibrated and bumped this many days ago: 1 and
     * they wait for their bump, 120 and they are overdue. The stand-in gateway knows them.
     */
    void crew(String crew, String prefix, int detectors, int daysAgo) {
        var since = "current_date - " + daysAgo;
        var insert = "insert into detector (id, serial, asset_tag, model, crew, location, received_on, state_word,"
                + " state_reason, state_valid_through, due_on, due_working) select gen_random_uuid(),"
                + " '" + prefix + "' || (100 + n), '', 'Quoin 4', '" + crew + "', 'yard', current_date - 400, 'READY',"
                + " '', current_date - 2, current_date + 20, '{}' from generate_series(1, " + detectors
                + ") n";
        var fit =
                "insert into sensor (id, detector_id, slot, serial, fitted_on, last_good_on, last_good_bump, last_verdict)"
                        + " select gen_random_uuid(), id, slot, serial || '-' || slot, current_date - 150, " + since
                        + ", " + since
                        + ", 'PASS' from detector cross join generate_series(1, 4) slot where crew = '" + crew + "'";
        var link = "insert into link_token_detector select (select token_id from link_token_detector limit 1), id"
                + " from detector where crew = '" + crew + "'";
        // A walk that is tried a second time begins with detectors that nobody has touched.
        var aside =
                "update detector set serial = serial || ' of ' || left(id::text, 4), crew = crew || ' before' where crew = '"
                        + crew + "'";
        store(aside, insert, fit, link);
    }

    /** A cylinder that nobody has used yet, like one that is on the shelf. */
    void cylinderLike(String onShelf, String tag) {
        var copied =
                "certificate_number || '-2', lot, balance, made_on, use_before, volume_litres, full_bar, gauge_bar,"
                        + " state";
        store(
                "insert into cylinder (id, tag, " + copied.replace(" || '-2'", "") + ") select gen_random_uuid(), '"
                        + tag + "', " + copied + " from cylinder where tag = '" + onShelf + "'",
                "insert into cylinder_component (cylinder_id, position, gas_id, amount, unit, relative_uncertainty)"
                        + " select (select id from cylinder where tag = '" + tag + "'), position, gas_id, amount, unit,"
                        + " relative_uncertainty from cylinder_component where cylinder_id = (select id from cylinder"
                        + " where tag = '" + onShelf + "')",
                "insert into gauge_reading (id, cylinder_id, at, bar, by) select gen_random_uuid(), id, now(), gauge_bar,"
                        + " 'walk' from cylinder where tag = '" + tag + "'");
    }

    /** Sixty checks as found found a sensor of this model out of tolerance. */
    void foundOut(String model) {
        store("insert into sensor_result (id, run_id, sensor_id, stage, verdict, reading, expected, on_day)"
                + " select gen_random_uuid(), one.run_id, one.sensor_id, 'AS_FOUND', 'FAIL', 60, 80, one.on_day from"
                + " (select r.run_id, r.sensor_id, r.on_day from sensor_result r join sensor s on s.id = r.sensor_id"
                + " join detector d on d.id = s.detector_id where d.model = '" + model + "' and r.stage = 'SPAN'"
                + " limit 1) one, generate_series(1, 60)");
    }

    /** Its last valid day was three days ago. */
    void expire(String tag) {
        store("update cylinder set use_before = current_date - 3, version = version + 1 where tag = '" + tag + "'");
    }

    /** Something wrong with a row that the program did not do. */
    void tamper(String sql) {
        try (var connection = DriverManager.getConnection(address + database, "sentry", password);
                var statement = connection.createStatement()) {
            statement.execute(sql);
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    /** As the program would have written it: what is changed goes on record. */
    private void store(String... statements) {
        try (var connection = DriverManager.getConnection(address + database, "sentry", password);
                var statement = connection.createStatement()) {
            connection.setAutoCommit(false);
            for (var sql : statements) {
                statement.execute(sql);
            }
            RowRecords.chain(
                    new JdbcTemplate(new SingleConnectionDataSource(connection, true)),
                    Instant.now().truncatedTo(ChronoUnit.MICROS));
            connection.commit();
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    private static String testAddress() {
        var address = System.getenv("SENTRY_TEST_DB");
        if (address == null) {
            throw new IllegalStateException("These tests need PostgreSQL; ./sentry test starts one for them.");
        }
        return address;
    }

    private static String testPassword() {
        return System.getenv("SENTRY_TEST_DB_PASSWORD");
    }

    private static int freePort() {
        try (var socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    @Override
    public void close() {
        for (var process : new Process[] {gateway, copy, server}) {
            if (process != null) {
                process.destroy();
                try {
                    if (!process.waitFor(10, TimeUnit.SECONDS)) {
                        process.destroyForcibly();
                    }
                } catch (InterruptedException e) {
                    process.destroyForcibly();
                    Thread.currentThread().interrupt();
                }
            }
        }
    }
}
