package onward.sentry.server.testing;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.UUID;
import java.util.function.Consumer;
import java.util.zip.GZIPInputStream;
import javax.sql.DataSource;
import onward.sentry.server.SentryApplication;
import onward.sentry.server.people.People;
import onward.sentry.server.people.Role;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Primary;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DriverManagerDataSource;

/** The real server on a random port and a database of its own. Stands for one copy of the program. */
public final class TestServer implements AutoCloseable {

    public static final String PASSWORD = "a long enough one";

    /** Where certificates say that the program is. */
    public static final String BASE_ADDRESS = "https://sentry.example";

    /** Owns the tables, and may do everything. */
    private static final String KEEPER = "sentry";

    /** What the program connects as: owns nothing. */
    private static final String PROGRAM = "sentry_program";

    private static TestServer shared;

    private final String database;
    private final ConfigurableApplicationContext context;

    private TestServer(String database, String... settings) {
        this.database = database;
        sql(
                "postgres",
                "do $$ begin create role " + PROGRAM + " login password '" + password()
                        + "'; exception when duplicate_object then null; end $$");
        var arguments = new ArrayList<>(List.of(
                "--server.port=0",
                "--spring.datasource.url=" + address() + database,
                "--spring.datasource.username=" + PROGRAM,
                "--spring.datasource.password=" + password(),
                "--spring.flyway.user=" + KEEPER,
                "--spring.flyway.password=" + password(),
                "--sentry.base-address=" + BASE_ADDRESS,
                "--logging.level.onward.sentry=warn"));
        arguments.addAll(List.of(settings));
        this.context = new SpringApplicationBuilder(SentryApplication.class, TestTime.class)
                .run(arguments.toArray(String[]::new));
    }

    /** One server for all tests that can share it; its clock stands at {@link TestClock#START}. */
    public static synchronized TestServer shared() {
        if (shared == null) {
            shared = withPeople();
        }
        return shared;
    }

    /** A server of one's own with somebody of each role, for tests that change what all others rely on. */
    public static TestServer withPeople(String... settings) {
        var server = fresh(settings);
        for (var role : Role.values()) {
            server.bean(People.class).add(nameOf(role), nameOf(role) + " person", role, PASSWORD, "test");
        }
        return server;
    }

    /** A server on an empty database. */
    public static TestServer fresh(String... settings) {
        var name = "t" + UUID.randomUUID().toString().replace("-", "");
        sql("postgres", "create database " + name);
        return new TestServer(name, settings);
    }

    /**
     * A server on a database that an older release has filled.
     *
     * @param dump of {@code pg_dump --inserts}, gzipped, among the tests' resources
     * @param before what is looked at before this release touches it
     */
    public static TestServer onDump(String dump, Consumer<JdbcClient> before) {
        var name = "t" + UUID.randomUUID().toString().replace("-", "");
        sql("postgres", "create database " + name);
        try (var in = new GZIPInputStream(Objects.requireNonNull(TestServer.class.getResourceAsStream(dump)))) {
            sql(name, new String(in.readAllBytes(), StandardCharsets.UTF_8));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        before.accept(JdbcClient.create(new DriverManagerDataSource(address() + name, KEEPER, password())));
        return new TestServer(name);
    }

    /** Another copy of the program on the same database. */
    public TestServer copy() {
        return new TestServer(database);
    }

    public static String nameOf(Role role) {
        return role.name().toLowerCase();
    }

    /** Somebody with that role, signed in on a server with people. */
    public Api signedIn(Role role) {
        var api = anybody();
        api.signIn(nameOf(role), PASSWORD);
        return api;
    }

    public Api anybody() {
        return new Api(url());
    }

    public String url() {
        var web = (WebServerApplicationContext) context;
        return "http://127.0.0.1:" + web.getWebServer().getPort();
    }

    public <T> T bean(Class<T> type) {
        return context.getBean(type);
    }

    public <T> T bean(String name, Class<T> type) {
        return context.getBean(name, type);
    }

    /** As the program writes: by its role, within its transactions when one is open. */
    public JdbcClient jdbc() {
        return bean(JdbcClient.class);
    }

    /** The database as whoever keeps it may use it, past the program. */
    public DataSource keeper() {
        return new DriverManagerDataSource(address() + database, KEEPER, password());
    }

    @Override
    public void close() {
        context.close();
    }

    private static String address() {
        var address = System.getenv("SENTRY_TEST_DB");
        if (address == null) {
            throw new IllegalStateException("These tests need PostgreSQL; ./sentry test starts one for them.");
        }
        return address;
    }

    private static String password() {
        return System.getenv("SENTRY_TEST_DB_PASSWORD");
    }

    private static void sql(String database, String statement) {
        try (var connection = DriverManager.getConnection(address() + database, KEEPER, password())) {
            connection.createStatement().execute(statement);
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    @Configuration
    static class TestTime {
        @Bean
        @Primary
        Clock testClock() {
            return new TestClock();
        }
    }

    /** A clock that goes on only when it is told to. */
    public static final class TestClock extends Clock {

        public static final Instant START = Instant.parse("2026-03-02T08:00:00Z");

        private Instant now = START;

        public synchronized void set(Instant to) {
            now = to;
        }

        @Override
        public synchronized Instant instant() {
            return now;
        }

        @Override
        public java.time.ZoneId getZone() {
            return java.time.ZoneOffset.UTC;
        }

        @Override
        public Clock withZone(java.time.ZoneId zone) {
            throw new UnsupportedOperationException();
        }
    }
}
