package onward.sentry.server.house;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.house.HousePolicy;
import onward.sentry.core.house.Signing;
import onward.sentry.core.sim.DryRun;
import onward.sentry.core.units.SiteUnits;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;
import onward.sentry.formats.Chain;
import onward.sentry.formats.CoreJson;
import onward.sentry.server.people.SessionRules;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.Site;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Reads cards and policy. A version never changes once written, so what was read once is kept. */
@Service
public class House implements SessionRules {

    private record Version(String name, int version) {}

    /** @param by who published it; empty: it was shipped */
    public record CardVersion(String model, int version, Instant publishedAt, String by) {}

    /** @param by who changed it; empty: it was shipped */
    public record PolicyVersion(int version, Instant from, String by, String reason) {}

    /** One new version at a time. */
    private static final long LOCK = 7_301_005;

    private final JdbcClient jdbc;
    private final Site site;
    private final Ledger ledger;
    private final ApplicationEventPublisher events;
    private final JsonMapper json = CoreJson.canonical();
    private final Map<Version, ProcedureCard> cards = new ConcurrentHashMap<>();
    private final Map<Integer, HousePolicy> policies = new ConcurrentHashMap<>();

    House(JdbcClient jdbc, Site site, Ledger ledger, ApplicationEventPublisher events) {
        this.jdbc = jdbc;
        this.site = site;
        this.ledger = ledger;
        this.events = events;
    }

    /** The newest card of every model as this site works by it, by name. */
    @Transactional(readOnly = true)
    public List<ProcedureCard> latestCards() {
        var policy = policy();
        return publishedCards().stream().map(card -> card.under(policy)).toList();
    }

    /** The newest card of every model as it was published, by name. */
    @Transactional(readOnly = true)
    public List<ProcedureCard> publishedCards() {
        record Row(String model, int version) {}
        return jdbc
                .sql("select model, max(version) as version from procedure_card group by model order by model")
                .query(Row.class)
                .list()
                .stream()
                .map(row -> card(row.model(), row.version()))
                .toList();
    }

    /** Every version of every card, the newest of a model first. */
    @Transactional(readOnly = true)
    List<CardVersion> cardVersions() {
        return jdbc.sql("select model, version, published_at, published_by as by from procedure_card"
                        + " order by model, version desc")
                .query(CardVersion.class)
                .list();
    }

    /** Whether somebody here has published a card. */
    @Transactional(readOnly = true)
    public boolean hasOwnCard() {
        return jdbc.sql("select exists (select 1 from procedure_card where published_by <> '')")
                .query(Boolean.class)
                .single();
    }

    /** Every version of the policy, the newest first. */
    @Transactional(readOnly = true)
    List<PolicyVersion> policyVersions() {
        return jdbc.sql("select version, from_at as \"from\", published_by as by, reason from house_policy"
                        + " order by version desc")
                .query(PolicyVersion.class)
                .list();
    }

    /** The newest card of a model as this site works by it. */
    @Transactional(readOnly = true)
    public ProcedureCard latestCard(String model) {
        return newestVersion(model)
                .map(version -> card(model, version).under(policy()))
                .orElseThrow(() -> new NotFound("Model '" + model + "'"));
    }

    /** A card as it stood under a version of the house policy. */
    @Transactional(readOnly = true)
    public ProcedureCard card(String model, int version, int policyVersion) {
        return card(model, version).under(policy(policyVersion));
    }

    /** A card as it was published, with no school applied to it. */
    @Transactional(readOnly = true)
    public ProcedureCard card(String model, int version) {
        return cards.computeIfAbsent(
                new Version(model, version),
                key -> jdbc.sql("select body from procedure_card where model = ? and version = ?")
                        .params(model, version)
                        .query(String.class)
                        .optional()
                        .map(body -> json.readValue(body, ProcedureCard.class))
                        .orElseThrow(() -> new NotFound("Card " + model + " v" + version)));
    }

    @Transactional(readOnly = true)
    public HousePolicy policy() {
        return policy(jdbc.sql("select max(version) from house_policy")
                .query(Integer.class)
                .single());
    }

    @Transactional(readOnly = true)
    public HousePolicy policy(int version) {
        return policies.computeIfAbsent(
                version,
                key -> jdbc.sql("select body from house_policy where version = ?")
                        .param(version)
                        .query(String.class)
                        .optional()
                        .map(body -> json.readValue(body, HousePolicy.class))
                        .orElseThrow(() -> new NotFound("House policy v" + version)));
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

    /** Writes a shipped card unless that version is there already. */
    @Transactional
    public void publish(ProcedureCard card) {
        insert(card, "");
    }

    /** What the ledger keeps of a text that is published, so that a change of it behind its back shows. */
    private String textHash(Object published) {
        return Chain.hash(json.writeValueAsString(published));
    }

    private void insert(ProcedureCard card, String by) {
        jdbc.sql("insert into procedure_card (model, version, body, published_at, published_by) values (?, ?, ?, ?, ?)"
                        + " on conflict do nothing")
                .params(
                        card.model(),
                        card.version(),
                        json.writeValueAsString(card),
                        site.now().atOffset(ZoneOffset.UTC),
                        by)
                .update();
    }

    /** Writes the shipped policy unless that version is there already. */
    @Transactional
    public void publish(HousePolicy policy) {
        insert(policy, "", "");
    }

    private void insert(HousePolicy policy, String by, String reason) {
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

    /** The newest version of a model's card; empty for a model that has none. */
    @Transactional(readOnly = true)
    Optional<Integer> newestVersion(String model) {
        return jdbc.sql("select max(version) from procedure_card where model = ? having count(*) > 0")
                .param(model)
                .query(Integer.class)
                .optional();
    }

    /**
     * Whether a card follows on what is in force: its version is one above the newest of the model, and it keeps the slots.
     *
     * @throws Refused when the version or the slots do not follow on
     */
    void refuseUnlessNext(ProcedureCard card) {
        var newest = newestVersion(card.model());
        int wanted = newest.map(version -> version + 1).orElse(1);
        Refusal.unless(
                card.version() == wanted,
                "card-version",
                "version",
                "The next version of " + card.model() + " is " + wanted + ", not " + card.version() + ".",
                "Set its version to " + wanted + ".");
        newest.map(version -> card(card.model(), version))
                .ifPresent(before -> Refusal.unless(
                        slots(before).equals(slots(card)),
                        "card-slots",
                        "sensors",
                        "A " + card.model() + " has slots " + slots(before) + "; this card lists " + slots(card) + ".",
                        "A detector with other slots is another model: give it another name."));
    }

    /**
     * Publishes a card that somebody brings, once a sound simulated detector has passed by it.
     *
     * @throws Refused when it does not follow on what is in force, or the dry run does not pass
     */
    @Transactional
    CardVersion publish(ProcedureCard card, String by) {
        refuseUnlessNext(card);
        DryRun.refusal(card, policy(), site.today()).ifPresent(refusal -> {
            throw new Refused(refusal);
        });
        insert(card, by);
        ledger.append(
                "card-published",
                by,
                Map.of("model", card.model(), "version", card.version(), "textHash", textHash(card)));
        events.publishEvent(new PolicyChanged(policy().version()));
        return new CardVersion(card.model(), card.version(), site.now(), by);
    }

    private static Set<Integer> slots(ProcedureCard card) {
        return card.sensors().stream().map(SensorSpec::slot).collect(Collectors.toCollection(TreeSet::new));
    }

    /**
     * Puts a new version of the policy in force.
     *
     * @param changed its version is the one that the change was made on
     * @throws Refused when somebody else has changed it meanwhile
     */
    @Transactional
    void change(HousePolicy changed, String reason, String by) {
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
                "policy-changed", by, Map.of("version", next.version(), "reason", reason, "textHash", textHash(next)));
        events.publishEvent(new PolicyChanged(next.version()));
    }
}
