package onward.sentry.server.people;

import jakarta.servlet.http.HttpServletRequest;
import java.time.Duration;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.platform.Site;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Counts passwords and PINs that were tried, whichever copy of the server they went to. Each counts as wrong from the moment
 * at which it is tried, so that many at once are not more than one after the other.
 *
 * <p>A name is closed for the address from which too many came. For all other addresses it is closed by a larger number, and
 * never for one from which that person has signed in before: nobody is locked out by a stranger.
 */
@Component
class SignInGuard {

    static final int MOST_FAILURES = 10;
    static final int MOST_FROM_ALL = 60;
    static final Duration CLOSED_FOR = Duration.ofMinutes(15);

    private final JdbcClient jdbc;
    private final Site site;
    private final HttpServletRequest request;

    SignInGuard(JdbcClient jdbc, Site site, HttpServletRequest request) {
        this.jdbc = jdbc;
        this.site = site;
        this.request = request;
    }

    /**
     * Notes that a secret of this person is tried, before it is.
     *
     * @throws onward.sentry.core.working.Refused with code {@code sign-in-closed}
     */
    @Transactional(propagation = Propagation.REQUIRES_NEW)
    public void attempt(String signInName) {
        jdbc.sql("select pg_advisory_xact_lock(hashtextextended(?, 7301003))")
                .param(signInName)
                .query((row, n) -> 0)
                .single();
        Refusal.unless(
                !isClosed(signInName),
                "sign-in-closed",
                "signInName",
                "Too many wrong passwords or PINs in " + CLOSED_FOR.toMinutes()
                        + " minutes: this name is closed for now.",
                "Wait " + CLOSED_FOR.toMinutes() + " minutes, or ask an administrator for a new password.");
        jdbc.sql("insert into sign_in_failure (sign_in_name, source, at) values (?, ?, ?)")
                .params(signInName, source(), now())
                .update();
    }

    /** Whether this person cannot sign in from where the request comes from. */
    @Transactional(readOnly = true)
    public boolean isClosed(String signInName) {
        var since = now().minus(CLOSED_FOR);
        record Counted(long here, long elsewhere, boolean known) {}
        var counted = jdbc.sql("select count(*) filter (where source = :source) as here,"
                        + " count(*) filter (where source <> :source) as elsewhere,"
                        + " exists (select 1 from sign_in_source where sign_in_name = :name and source = :source) as known"
                        + " from sign_in_failure where sign_in_name = :name and at > :since")
                .param("source", source())
                .param("name", signInName)
                .param("since", since)
                .query(Counted.class)
                .single();
        return counted.here() >= MOST_FAILURES || counted.elsewhere() >= MOST_FROM_ALL && !counted.known();
    }

    /** Whether some address cannot try any more, as an administrator is shown. */
    @Transactional(readOnly = true)
    public boolean isClosedSomewhere(String signInName) {
        return jdbc.sql("select exists (select 1 from sign_in_failure where sign_in_name = ? and at > ?"
                        + " group by source having count(*) >= ?)")
                .params(signInName, now().minus(CLOSED_FOR), MOST_FAILURES)
                .query(Boolean.class)
                .single();
    }

    /** It was right: what was tried before from here is forgotten, and this address is known. */
    @Transactional
    public void succeeded(String signInName) {
        jdbc.sql("delete from sign_in_failure where sign_in_name = ? and source = ?")
                .params(signInName, source())
                .update();
        jdbc.sql("insert into sign_in_source (sign_in_name, source, at) values (?, ?, ?)"
                        + " on conflict (sign_in_name, source) do update set at = excluded.at")
                .params(signInName, source(), now())
                .update();
    }

    /** An administrator has set a new password. */
    @Transactional
    public void reopened(String signInName) {
        jdbc.sql("delete from sign_in_failure where sign_in_name = ?")
                .param(signInName)
                .update();
    }

    private OffsetDateTime now() {
        return site.now().atOffset(ZoneOffset.UTC);
    }

    private String source() {
        return request.getRemoteAddr();
    }
}
