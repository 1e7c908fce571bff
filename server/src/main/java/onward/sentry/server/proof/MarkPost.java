package onward.sentry.server.proof;

import java.io.IOException;
import java.math.BigInteger;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import net.javacrumbs.shedlock.spring.annotation.SchedulerLock;
import onward.sentry.formats.SiteMark;
import onward.sentry.server.platform.SentrySettings;
import onward.sentry.server.platform.Site;
import onward.sentry.server.platform.SiteMarks;
import onward.sentry.tools.proof.TimeStamps;
import org.bouncycastle.tsp.TSPAlgorithms;
import org.bouncycastle.tsp.TSPException;
import org.bouncycastle.tsp.TimeStampRequestGenerator;
import org.bouncycastle.tsp.TimeStampResponse;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.mail.MailException;
import org.springframework.mail.SimpleMailMessage;
import org.springframework.mail.javamail.JavaMailSender;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Sends marks away from this machine: the newest to a timestamp service every hour, and by mail once a day. What has one
 * that was kept elsewhere can show that nothing before it was changed, whoever runs this machine.
 */
@Component
class MarkPost {

    enum Way {
        FOLDER,
        MAIL,
        TIMESTAMP
    }

    private static final Logger LOG = LoggerFactory.getLogger(MarkPost.class);
    private static final Duration LONGEST_ANSWER = Duration.ofSeconds(20);
    private static final int NONCE_BITS = 64;

    private final SiteMarks marks;
    private final JdbcClient jdbc;
    private final ObjectProvider<JavaMailSender> mail;
    private final SentrySettings settings;
    private final Site site;
    private final HttpClient http =
            HttpClient.newBuilder().connectTimeout(LONGEST_ANSWER).build();
    private final SecureRandom random = new SecureRandom();

    MarkPost(
            SiteMarks marks, JdbcClient jdbc, ObjectProvider<JavaMailSender> mail, SentrySettings settings, Site site) {
        this.marks = marks;
        this.jdbc = jdbc;
        this.mail = mail;
        this.settings = settings;
        this.site = site;
    }

    List<Way> ways() {
        var ways = new ArrayList<Way>();
        if (!settings.marksFolder().isEmpty()) {
            ways.add(Way.FOLDER);
        }
        if (!settings.marksMailTo().isEmpty() && mail.getIfAvailable() != null) {
            ways.add(Way.MAIL);
        }
        if (!settings.timestampUrl().isEmpty()) {
            ways.add(Way.TIMESTAMP);
        }
        return ways;
    }

    Optional<SiteMark> lastStamped() {
        return jdbc.sql("select number, at, seq, hash, row_seq, row_hash, before, signature from site_mark"
                        + " where number = (select max(number) from mark_stamp)")
                .query(SiteMark.class)
                .optional();
    }

    @Scheduled(initialDelay = 60, fixedDelay = 300, timeUnit = TimeUnit.SECONDS)
    @SchedulerLock(name = "mark-post")
    public void send() {
        marks.last().ifPresent(mark -> {
            if (ways().contains(Way.TIMESTAMP)) {
                stamp(mark);
            }
            if (ways().contains(Way.MAIL)) {
                letter(mark);
            }
        });
    }

    /** Unless the last stamp is less than an hour old, or of this very mark. */
    private void stamp(SiteMark mark) {
        var last = lastStamped();
        boolean isFresh = last.map(SiteMarks::moment)
                .filter(at ->
                        !at.isAfter(site.now()) && at.plus(Duration.ofHours(1)).isAfter(site.now()))
                .isPresent();
        if (isFresh || last.filter(mark::equals).isPresent()) {
            return;
        }
        try {
            jdbc.sql("insert into mark_stamp (number, answer) values (?, ?)")
                    .params(mark.number(), stampOf(mark))
                    .update();
        } catch (IOException | TSPException e) {
            LOG.warn("The timestamp service gave no stamp and is asked again: {}", e.getMessage());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** The service's answer, which is of this mark and of this question. */
    private byte[] stampOf(SiteMark mark) throws IOException, TSPException, InterruptedException {
        var generator = new TimeStampRequestGenerator();
        generator.setCertReq(true);
        var asked =
                generator.generate(TSPAlgorithms.SHA256, TimeStamps.imprint(mark), new BigInteger(NONCE_BITS, random));
        var request = HttpRequest.newBuilder(URI.create(settings.timestampUrl()))
                .timeout(LONGEST_ANSWER)
                .header("Content-Type", "application/timestamp-query")
                .POST(HttpRequest.BodyPublishers.ofByteArray(asked.getEncoded()))
                .build();
        var answer = http.send(request, HttpResponse.BodyHandlers.ofByteArray());
        if (answer.statusCode() != 200) {
            throw new IOException("it answers with " + answer.statusCode());
        }
        var response = new TimeStampResponse(answer.body());
        response.validate(asked);
        if (response.getTimeStampToken() == null) {
            throw new IOException("it refuses: " + response.getStatusString());
        }
        return answer.body();
    }

    private void letter(SiteMark mark) {
        var day = site.today().toString();
        boolean isSent = jdbc.sql("select count(*) from mark_letter where day = ?::date")
                        .param(day)
                        .query(Long.class)
                        .single()
                > 0;
        if (isSent) {
            return;
        }
        var letter = new SimpleMailMessage();
        letter.setFrom(settings.mailFrom());
        letter.setTo(settings.marksMailTo().split("\\s*,\\s*"));
        letter.setSubject("Mark " + mark.number() + " of " + day);
        letter.setText(mark.line()
                + "\n\nKeep this letter. With it, ./sentry verify --marks FILE shows whether what was on record then was"
                + " changed since; FILE holds the line above.\n");
        try {
            mail.getObject().send(letter);
        } catch (MailException e) {
            LOG.warn("The letter with the mark could not be sent and will be tried again: {}", e.getMessage());
            return;
        }
        jdbc.sql("insert into mark_letter (day, number, sent_at) values (?::date, ?, ?)")
                .params(day, mark.number(), site.now().atOffset(ZoneOffset.UTC))
                .update();
    }
}
