package onward.sentry.server.people;

import java.time.Duration;
import java.time.ZoneOffset;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.platform.Site;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Closes a sign-in name for a while after too many wrong passwords, whichever copy of the server they went to. */
@Component
class SignInGuard {

    static final int MOST_FAILURES = 10;
    static final Duration CLOSED_FOR = Duration.ofMinutes(15);

    private final JdbcClient jdbc;
    private final Site site;

    SignInGuard(JdbcClient jdbc, Site site) {
        this.jdbc = jdbc;
        this.site = site;
    }

    /** @throws onward.sentry.core.working.Refused with code {@code sign-in-closed} */
    @Transactional(readOnly = true)
    public void check(String signInName) {
        Refusal.unless(
                !isClosed(signInName),
                "sign-in-closed",
                "signInName",
                MOST_FAILURES + " wrong passwords in " + CLOSED_FOR.toMinutes()
                        + " minutes: this name is closed for now.",
                "Wait " + CLOSED_FOR.toMinutes() + " minutes, or ask an administrator for a new password.");
    }

    @Transactional(readOnly = true)
    public boolean isClosed(String signInName) {
        long recent = jdbc.sql("select count(*) from sign_in_failure where sign_in_name = ? and at > ?")
                .params(signInName, site.now().minus(CLOSED_FOR).atOffset(ZoneOffset.UTC))
                .query(Long.class)
                .single();
        return recent >= MOST_FAILURES;
    }

    @Transactional
    public void failed(String signInName) {
        jdbc.sql("insert into sign_in_failure (sign_in_name, at) values (?, ?)")
                .params(signInName, site.now().atOffset(ZoneOffset.UTC))
                .update();
    }

    @Transactional
    public void succeeded(String signInName) {
        jdbc.sql("delete from sign_in_failure where sign_in_name = ?")
                .param(signInName)
                .update();
    }
}
