package onward.sentry.server.proof;

import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.MeterRegistry;
import jakarta.persistence.EntityManager;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.locks.ReentrantLock;
import javax.sql.DataSource;
import net.javacrumbs.shedlock.spring.annotation.SchedulerLock;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.platform.Site;
import onward.sentry.server.platform.SiteMarks;
import onward.sentry.tools.proof.Found;
import onward.sentry.tools.proof.Verify;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Looks every night through everything on record, and keeps what came of it. */
@Component
public class Proof {

    private static final Logger LOG = LoggerFactory.getLogger(Proof.class);
    private static final TypeReference<List<Found>> WALKS = new TypeReference<>() {};

    private final DataSource database;
    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final SiteMarks marks;
    private final Site site;
    private final JsonMapper json;
    private final ReentrantLock looking = new ReentrantLock();

    Proof(
            DataSource database,
            EntityManager entities,
            TransactionTemplate transactions,
            SiteMarks marks,
            Site site,
            JsonMapper json,
            MeterRegistry meters) {
        this.database = database;
        this.entities = entities;
        this.transactions = transactions;
        this.marks = marks;
        this.site = site;
        this.json = json;
        Gauge.builder(
                        "sentry.proof.holds",
                        this,
                        proof -> proof.last()
                                .map(look -> look.holds() ? 1.0 : 0.0)
                                .orElse(Double.NaN))
                .description("1 when everything on record held at the last look, 0 when not")
                .register(meters);
        Gauge.builder("sentry.mark.age", this, Proof::secondsSinceMark)
                .baseUnit("seconds")
                .description("since the last signed mark of what is on record")
                .register(meters);
    }

    /** @param holds whether all of it did */
    public record Look(Instant at, boolean holds, List<Found> walks) {}

    /** In the small hours of the site. */
    @Scheduled(cron = "0 10 3 * * *", zone = "${sentry.zone}")
    @SchedulerLock(name = "nightly-proof", lockAtMostFor = "PT2H")
    void everyNight() {
        if (!look().holds()) {
            LOG.error("Not everything on record holds; ./sentry verify names what does not");
        }
    }

    /**
     * Looks now.
     *
     * @throws onward.sentry.core.working.Refused with code {@code proof-runs} while somebody else has it look
     */
    public Look look() {
        Refusal.unless(
                looking.tryLock(),
                "proof-runs",
                "",
                "Everything on record is being looked through already.",
                "Wait until it is done; the page shows what came of it.");
        try {
            var walks = walked();
            var look = new Look(site.now(), walks.stream().allMatch(Found::holds), walks);
            transactions.executeWithoutResult(transaction ->
                    entities.persist(new ProofLook(look.at(), look.holds(), json.writeValueAsString(walks))));
            return look;
        } finally {
            looking.unlock();
        }
    }

    /** What came of the last look. */
    @Transactional(readOnly = true)
    public Optional<Look> last() {
        return entities
                .createQuery("from ProofLook order by id desc", ProofLook.class)
                .setMaxResults(1)
                .getResultList()
                .stream()
                .findFirst()
                .map(look -> new Look(look.at(), look.holds(), json.readValue(look.walks(), WALKS)));
    }

    /** One view of the data for all walks. */
    private List<Found> walked() {
        try (var connection = database.getConnection()) {
            int usual = connection.getTransactionIsolation();
            connection.setAutoCommit(false);
            connection.setTransactionIsolation(Connection.TRANSACTION_REPEATABLE_READ);
            connection.setReadOnly(true);
            try {
                return Verify.walked(connection, folder(), List.of());
            } finally {
                connection.rollback();
                connection.setReadOnly(false);
                connection.setTransactionIsolation(usual);
                connection.setAutoCommit(true);
            }
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Without a key there are no marks, and the walk says so. */
    private Path folder() throws IOException {
        return marks.isOn() ? marks.folder() : Files.createTempDirectory("sentry-no-key");
    }

    private double secondsSinceMark() {
        return marks.last()
                .map(mark -> (double)
                        Duration.between(SiteMarks.moment(mark), site.now()).toSeconds())
                .orElse(Double.NaN);
    }
}
