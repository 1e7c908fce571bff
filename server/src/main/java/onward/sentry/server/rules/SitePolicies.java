package onward.sentry.server.rules;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import onward.sentry.core.policy.Signing;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.units.SiteUnits;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;
import onward.sentry.formats.Chain;
import onward.sentry.formats.CoreJson;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.people.SessionRules;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.Site;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** The rules of the site. A version never changes once it is in force, so what was read once is kept. */
@Service
public class SitePolicies implements SessionRules {

    /** @param by who changed it; empty: it was shipped */
    public record PolicyVersion(int version, Instant from, String by, String reason) {}

    /** One new version at a time. */
    private static final long LOCK = 7_301_005;

    private final JdbcClient jdbc;
    private final Site site;
    private final Ledger ledger;
    private final ApplicationEventPublisher events;
    private final JsonMapper json = CoreJson.canonical();
    private final Map<Integer, SitePolicy> policies = new ConcurrentHashMap<>();

    SitePolicies(JdbcClient jdbc, Site site, Ledger ledger, ApplicationEventPublisher events) {
        this.jdbc = jdbc;
        this.site = site;
        this.ledger = ledger;
        this.events = events;
    }

    /** Every version of the policy, the newest first. */
    @Transactional(readOnly = true)
    List<PolicyVersion> versions() {
        return jdbc.sql("select version, from_at as \"from\", published_by as by, reason from house_policy"
                        + " order by version desc")
                .query(PolicyVersion.class)
                .list();
    }

    @Transactional(readOnly = true)
    public SitePolicy policy() {
        return policy(jdbc.sql("select max(version) from house_policy")
                .query(Integer.class)
                .single());
    }

    @Transactional(readOnly = true)
    public SitePolicy policy(int version) {
        return policies.computeIfAbsent(
                version,
                key -> jdbc.sql("select body from house_policy where version = ?")
                        .param(version)
                        .query(String.class)
                        .optional()
                        .map(body -> json.readValue(body, SitePolicy.class))
                        .orElseThrow(() -> new NotFound("Site rules v" + version)));
    }

    @Override
    @Transactional(readOnly = true)
    public Signing signing() {
        return policy().signing();
    }

    @Override
    @Transactional(readOnly = true)
    public SiteUnits units() {
        return policy().units();
    }

    /** Writes the shipped policy unless that version is there already. */
    @Transactional
    public void publish(SitePolicy policy) {
        insert(policy, "", "");
    }

    private void insert(SitePolicy policy, String by, String reason) {
        jdbc.sql("insert into house_policy (version, body, from_at, published_by, reason) values (?, ?, ?, ?, ?)"
                        + " on conflict do nothing")
                .params(
                        policy.version(),
                        json.writeValueAsString(policy),
                        site.now().atOffset(ZoneOffset.UTC),
                        by,
                        reason)
                .update();
    }

    /**
     * Puts a new version of the policy in force.
     *
     * @param changed its version is the one that the change was made on
     * @throws Refused when somebody else has changed it meanwhile
     */
    @Transactional
    void change(SitePolicy changed, String reason, String by) {
        // Not the table itself: the program may only add to it, and that takes a right to change it.
        jdbc.sql("select pg_advisory_xact_lock(?)")
                .param(LOCK)
                .query((row, n) -> 0)
                .single();
        int newest = policy().version();
        Refusal.unless(
                changed.version() == newest,
                "policy-changed",
                "version",
                "Version " + newest + " is in force; this change was made on version " + changed.version() + ".",
                "Load the page again and make the change on what is in force now.");
        var next = changed.withVersion(newest + 1);
        insert(next, by, reason);
        ledger.append(
                LedgerKind.POLICY_CHANGED,
                by,
                Map.of("version", next.version(), "reason", reason, "textHash", textHash(next)));
        events.publishEvent(new PolicyChanged(next.version()));
    }

    /** What the ledger keeps of a text that is published, so that a change of it behind its back shows. */
    private String textHash(SitePolicy published) {
        return Chain.hash(json.writeValueAsString(published));
    }
}
