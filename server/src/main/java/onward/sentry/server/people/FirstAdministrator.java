package onward.sentry.server.people;

import onward.sentry.core.working.Refusal;
import onward.sentry.server.platform.SentrySettings;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** While nobody can sign in yet, a one-time code is printed at start-up; it makes the first administrator. */
@Component
class FirstAdministrator {

    private final People people;
    private final SentrySettings settings;
    private final JdbcClient jdbc;
    private final String code;

    FirstAdministrator(People people, SentrySettings settings, JdbcClient jdbc) {
        this.people = people;
        this.jdbc = jdbc;
        this.settings = settings;
        this.code = OneTimeCode.fresh();
    }

    @EventListener(ApplicationReadyEvent.class)
    void announce() {
        if (!settings.demo() && people.nobodyYet()) {
            System.out.println("Nobody can sign in yet. One-time code for the first administrator: " + code);
        }
    }

    String code() {
        return code;
    }

    /** One after the other, so that the first is the only one. */
    @Transactional
    void create(String given, String signInName, String displayName, String password) {
        jdbc.sql("select pg_advisory_xact_lock(7301004)").query((row, n) -> 0).single();
        Refusal.unless(
                people.nobodyYet(),
                "administrator-exists",
                "code",
                "There is an administrator already.",
                "Sign in, or ask the administrator.");
        Refusal.unless(
                OneTimeCode.isTyped(code, given),
                "code-wrong",
                "code",
                "This is not the code that ./sentry start printed last.",
                "Look at its output; each start prints a new one.");
        people.add(signInName, displayName, Role.ADMINISTRATOR, password, "first start");
    }
}
