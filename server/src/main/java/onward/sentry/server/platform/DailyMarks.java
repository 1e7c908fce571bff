package onward.sentry.server.platform;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.HexFormat;
import java.util.List;
import java.util.concurrent.TimeUnit;
import net.javacrumbs.shedlock.spring.annotation.SchedulerLock;
import onward.sentry.formats.DailyMark;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Signs once a day how far the ledger has come, with a key from a file, and writes the mark into the database and into a
 * file beside the key. Without a key no marks are made.
 */
@Component
public class DailyMarks {

    private static final String ALL = "select day, seq, hash, before, signature from daily_mark";

    private final JdbcClient jdbc;
    private final TransactionTemplate transactions;
    private final Site site;
    private final String keyFile;

    DailyMarks(JdbcClient jdbc, TransactionTemplate transactions, Site site, SentrySettings settings) {
        this.jdbc = jdbc;
        this.transactions = transactions;
        this.site = site;
        this.keyFile = settings.markKeyFile();
    }

    @Scheduled(initialDelay = 30, fixedDelay = 1_800, timeUnit = TimeUnit.SECONDS)
    @SchedulerLock(name = "daily-marks")
    public void markToday() {
        if (!keyFile.isEmpty()) {
            transactions.executeWithoutResult(transaction -> mark());
            copyOutside();
        }
    }

    /** Unless today has its mark, or the clock stands before the last one, or there is nothing to mark. */
    private void mark() {
        record End(long seq, String hash) {}
        var end = jdbc.sql("select seq, hash from ledger order by seq desc limit 1")
                .query(End.class)
                .optional();
        var last = jdbc.sql(ALL + " order by day desc limit 1")
                .query(DailyMark.class)
                .optional();
        var today = site.today();
        if (end.isEmpty() || last.filter(mark -> !mark.day().isBefore(today)).isPresent()) {
            return;
        }
        var before = last.map(DailyMark::signature).orElse("");
        var mark = DailyMark.sign(today, end.get().seq(), end.get().hash(), before, key());
        jdbc.sql("insert into daily_mark (day, seq, hash, before, signature) values (?, ?, ?, ?, ?)")
                .params(mark.day(), mark.seq(), mark.hash(), mark.before(), mark.signature())
                .update();
    }

    private byte[] key() {
        try {
            return HexFormat.of()
                    .parseHex(Files.readString(Path.of(keyFile), StandardCharsets.US_ASCII)
                            .strip());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** What the file lacks, also of a day on which the program was stopped between the two. */
    private void copyOutside() {
        var file = Path.of(keyFile).resolveSibling("marks.log");
        try {
            var kept = Files.exists(file) ? Files.readAllLines(file) : List.<String>of();
            var missing = jdbc.sql(ALL + " order by day").query(DailyMark.class).list().stream()
                    .map(DailyMark::line)
                    .filter(line -> !kept.contains(line))
                    .toList();
            Files.write(file, missing, StandardOpenOption.CREATE, StandardOpenOption.APPEND);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
