package onward.sentry.server.platform;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import net.javacrumbs.shedlock.spring.annotation.SchedulerLock;
import onward.sentry.formats.SiteMark;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Signs every hour, and at every certificate, how far the ledger and the row records have come, with a key from a file; and
 * writes the marks into the database and into files outside it. Without a key no marks are made.
 */
@Component
public class SiteMarks {

    /** Beside the key, and in the folder elsewhere if there is one. */
    private static final String FILE = "marks.log";

    private static final Logger LOG = LoggerFactory.getLogger(SiteMarks.class);
    private static final Duration HOUR = Duration.ofHours(1);

    private final JdbcClient jdbc;
    private final JdbcTemplate plain;
    private final TransactionTemplate transactions;
    private final Site site;
    private final SentrySettings settings;

    SiteMarks(
            JdbcClient jdbc,
            JdbcTemplate plain,
            PlatformTransactionManager manager,
            Site site,
            SentrySettings settings) {
        this.jdbc = jdbc;
        this.plain = plain;
        this.transactions = new TransactionTemplate(manager);
        // Also after a commit, where the transaction that has ended is still bound to the thread.
        this.transactions.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
        this.site = site;
        this.settings = settings;
    }

    @Scheduled(initialDelay = 30, fixedDelay = 60, timeUnit = TimeUnit.SECONDS)
    @SchedulerLock(name = "site-marks")
    public void everyHour() {
        if (isOn()) {
            var now = site.now();
            // A clock that was set back must not put the next mark off.
            var isFresh = last().map(SiteMarks::moment)
                    .filter(at -> !at.isAfter(now) && at.plus(HOUR).isAfter(now))
                    .isPresent();
            if (!isFresh) {
                transactions.executeWithoutResult(transaction -> mark());
            }
            folders().forEach(this::copyTo);
        }
    }

    /** Marks the end of both chains as soon as the caller's transaction is on record. */
    public void afterThis() {
        if (isOn()) {
            TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
                @Override
                public void afterCommit() {
                    try {
                        transactions.executeWithoutResult(transaction -> mark());
                    } catch (RuntimeException e) {
                        // What was asked for is on record; the next hour marks it.
                        LOG.warn("No mark could be made: {}", e.getMessage());
                    }
                }
            });
        }
    }

    public boolean isOn() {
        return !settings.markKeyFile().isEmpty();
    }

    /** The folder of the key, where what proves the site is kept outside the database. */
    public Path folder() {
        return Path.of(settings.markKeyFile()).toAbsolutePath().getParent();
    }

    public Optional<SiteMark> last() {
        return newest(1).stream().findFirst();
    }

    /** The newest marks, the newest first. */
    public List<SiteMark> newest(int most) {
        return jdbc.sql("select number, at, seq, hash, row_seq, row_hash, before, signature from site_mark"
                        + " order by number desc limit ?")
                .param(most)
                .query(SiteMark.class)
                .list();
    }

    /** When a mark was made; of one that names a day, the beginning of the day. */
    public static Instant moment(SiteMark mark) {
        return Instant.parse(mark.at().contains("T") ? mark.at() : mark.at() + "T00:00:00Z");
    }

    /** Unless nothing has come since the last one. */
    private void mark() {
        Ledger.lock(plain);
        var ledger = end("ledger");
        var rows = end("row_record");
        var last = last();
        boolean nothingNew = last.map(mark -> mark.seq() == ledger.seq() && mark.rowSeq() == rows.seq())
                .orElse(ledger.seq() == 0);
        if (nothingNew) {
            return;
        }
        var before = last.map(SiteMark::signature).orElse("");
        var number = last.map(SiteMark::number).orElse(0L) + 1;
        var mark = SiteMark.sign(number, site.now(), ledger, rows, before, key());
        jdbc.sql("insert into site_mark (number, at, seq, hash, row_seq, row_hash, before, signature)"
                        + " values (?, ?, ?, ?, ?, ?, ?, ?)")
                .params(
                        mark.number(),
                        mark.at(),
                        mark.seq(),
                        mark.hash(),
                        mark.rowSeq(),
                        mark.rowHash(),
                        mark.before(),
                        mark.signature())
                .update();
    }

    private SiteMark.End end(String chain) {
        return jdbc.sql("select seq, hash from " + chain + " order by seq desc limit 1")
                .query(SiteMark.End.class)
                .optional()
                .orElse(new SiteMark.End(0, ""));
    }

    private byte[] key() {
        try {
            return HexFormat.of()
                    .parseHex(Files.readString(Path.of(settings.markKeyFile()), StandardCharsets.US_ASCII)
                            .strip());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private List<Path> folders() {
        return settings.marksFolder().isEmpty()
                ? List.of(folder())
                : List.of(folder(), Path.of(settings.marksFolder()));
    }

    /** What the file lacks, also of a time when the program was stopped between the two. */
    private void copyTo(Path folder) {
        var file = folder.resolve(FILE);
        try {
            var kept = Files.exists(file)
                    ? Files.readAllLines(file).stream()
                            // The signature ends a line, whatever somebody may have done to the others.
                            .map(line -> line.substring(line.lastIndexOf(' ') + 1))
                            .collect(Collectors.toSet())
                    : Set.<String>of();
            var missing = newest(Integer.MAX_VALUE).stream()
                    .filter(mark -> !kept.contains(mark.signature()))
                    .sorted(Comparator.comparing(SiteMark::number))
                    .map(SiteMark::line)
                    .toList();
            if (!missing.isEmpty()) {
                Files.write(file, missing, StandardOpenOption.CREATE, StandardOpenOption.APPEND);
            }
        } catch (IOException e) {
            // A folder elsewhere may be away for a while; the marks stay in the database until it is back.
            LOG.warn("The marks could not be copied to {}: {}", file, e.getMessage());
        }
    }
}
