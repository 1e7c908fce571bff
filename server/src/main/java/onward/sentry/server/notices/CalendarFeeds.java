package onward.sentry.server.notices;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.UUID;
import onward.sentry.server.people.People;
import onward.sentry.server.plan.ComingUp;
import onward.sentry.server.plan.PlannedWorkdays;
import onward.sentry.server.platform.DayCalendar;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.Secret;
import onward.sentry.server.platform.Site;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Calendars under secret addresses; whoever has the address may read it, until it is revoked or its maker leaves. */
@Service
class CalendarFeeds {

    /** An address that still works. */
    record Feed(String id, Instant madeAt) {}

    private final JdbcClient jdbc;
    private final ComingUp comingUp;
    private final PlannedWorkdays workdays;
    private final People people;
    private final SitePolicies policies;
    private final Site site;

    CalendarFeeds(
            JdbcClient jdbc,
            ComingUp comingUp,
            PlannedWorkdays workdays,
            People people,
            SitePolicies policies,
            Site site) {
        this.jdbc = jdbc;
        this.comingUp = comingUp;
        this.workdays = workdays;
        this.people = people;
        this.policies = policies;
        this.site = site;
    }

    /** @return the secret; it is shown once and not kept */
    @Transactional
    String make(String person) {
        var secret = Secret.fresh();
        jdbc.sql("insert into calendar_feed (id, secret_hash, person, made_at) values (?, ?, ?, ?)")
                .params(UUID.randomUUID(), secret.hash(), person, site.now().atOffset(ZoneOffset.UTC))
                .update();
        return secret.text();
    }

    @Transactional(readOnly = true)
    List<Feed> of(String person) {
        return jdbc.sql(
                        "select id, made_at from calendar_feed where person = ? and revoked_at is null order by made_at")
                .param(person)
                .query((row, n) -> new Feed(
                        row.getString("id"), row.getTimestamp("made_at").toInstant()))
                .list();
    }

    @Transactional
    void revoke(UUID id, String person) {
        int found = jdbc.sql(
                        "update calendar_feed set revoked_at = ? where id = ? and person = ? and revoked_at is null")
                .params(site.now().atOffset(ZoneOffset.UTC), id, person)
                .update();
        if (found == 0) {
            throw new NotFound("Calendar address " + id);
        }
    }

    /** What is coming up with the gas, and the bench days of the plan, a whole day each. */
    @Transactional
    String calendar(String secret) {
        jdbc.sql("select person from calendar_feed where secret_hash = ? and revoked_at is null")
                .param(Secret.hashOf(secret))
                .query(String.class)
                .optional()
                .filter(people::isHere)
                .orElseThrow(() -> new NotFound("Calendar"));
        var calendar = new DayCalendar();
        for (var one : comingUp.list()) {
            calendar.with(
                    one.on(),
                    policies.units().dates().inText(one.words()),
                    Secret.hashOf(one.kind() + one.named() + one.on()).substring(0, 32));
        }
        workdays.toCome().forEach(day -> calendar.with(day.on(), day.words(), "bench-" + day.on()));
        return calendar.text();
    }
}
