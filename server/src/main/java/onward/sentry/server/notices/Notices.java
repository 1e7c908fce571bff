package onward.sentry.server.notices;

import java.time.ZoneOffset;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import net.javacrumbs.shedlock.spring.annotation.SchedulerLock;
import onward.sentry.core.working.Figures;
import onward.sentry.server.plan.ComingUp;
import onward.sentry.server.platform.SentrySettings;
import onward.sentry.server.platform.Site;
import onward.sentry.server.rules.SitePolicies;
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
 * Raises what is coming up, each thing once, and mails what is new in one letter. It looks every hour, so that a server that
 * was down misses nothing; a letter that could not be sent goes out at the next look.
 */
@Component
class Notices {

    private static final Logger LOG = LoggerFactory.getLogger(Notices.class);

    private final JdbcClient jdbc;
    private final ComingUp comingUp;
    private final ObjectProvider<JavaMailSender> mail;
    private final SentrySettings settings;
    private final SitePolicies policies;
    private final Site site;

    Notices(
            JdbcClient jdbc,
            ComingUp comingUp,
            ObjectProvider<JavaMailSender> mail,
            SentrySettings settings,
            SitePolicies policies,
            Site site) {
        this.jdbc = jdbc;
        this.comingUp = comingUp;
        this.mail = mail;
        this.settings = settings;
        this.policies = policies;
        this.site = site;
    }

    @Scheduled(initialDelay = 60, fixedDelay = 3_600, timeUnit = TimeUnit.SECONDS)
    @SchedulerLock(name = "notices")
    void raise() {
        for (var one : comingUp.list()) {
            jdbc.sql("insert into notice (kind, named, on_day, words, raised_at) values (?, ?, ?, ?, ?)"
                            + " on conflict do nothing")
                    .params(
                            one.kind().name(),
                            one.named(),
                            one.on(),
                            one.words(),
                            site.now().atOffset(ZoneOffset.UTC))
                    .update();
        }
        send();
    }

    private void send() {
        var sender = mail.getIfAvailable();
        var unsent = jdbc.sql("select words from notice where mailed_at is null order by on_day, named")
                .query(String.class)
                .list();
        if (sender == null || settings.mailTo().isEmpty() || unsent.isEmpty()) {
            return;
        }
        try {
            sender.send(letter(unsent));
        } catch (MailException e) {
            LOG.warn("The letter about gas could not be sent and will be tried again: {}", e.getMessage());
            return;
        }
        jdbc.sql("update notice set mailed_at = ? where mailed_at is null")
                .param(site.now().atOffset(ZoneOffset.UTC))
                .update();
    }

    private SimpleMailMessage letter(List<String> lines) {
        var letter = new SimpleMailMessage();
        letter.setFrom(settings.mailFrom());
        letter.setTo(settings.mailTo().split("\\s*,\\s*"));
        letter.setSubject("Gas: " + Figures.counted(lines.size(), "reminder", "reminders"));
        letter.setText(lines.stream()
                        .map(line -> "- " + policies.units().dates().inText(line))
                        .collect(Collectors.joining("\n"))
                + "\n\nEach is sent once; the Gas page shows what is still open.\n");
        return letter;
    }
}
