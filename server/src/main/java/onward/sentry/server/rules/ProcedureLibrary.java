package onward.sentry.server.rules;

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
import onward.sentry.core.sim.DryRun;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;
import onward.sentry.formats.Chain;
import onward.sentry.formats.CoreJson;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.Site;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** The procedure cards of the site. A version never changes once it is published, so what was read once is kept. */
@Service
public class ProcedureLibrary {

    private record Version(String model, int version) {}

    /** @param by who published it; empty: it was shipped */
    public record CardVersion(String model, int version, Instant publishedAt, String by) {}

    private final JdbcClient jdbc;
    private final SitePolicies policies;
    private final Site site;
    private final Ledger ledger;
    private final ApplicationEventPublisher events;
    private final JsonMapper json = CoreJson.canonical();
    private final Map<Version, ProcedureCard> cards = new ConcurrentHashMap<>();

    ProcedureLibrary(
            JdbcClient jdbc, SitePolicies policies, Site site, Ledger ledger, ApplicationEventPublisher events) {
        this.jdbc = jdbc;
        this.policies = policies;
        this.site = site;
        this.ledger = ledger;
        this.events = events;
    }

    /** The newest card of every model as this site works by it, by name. */
    @Transactional(readOnly = true)
    public List<ProcedureCard> latestCards() {
        var policy = policies.policy();
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
    List<CardVersion> versions() {
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

    /** The newest card of a model as this site works by it. */
    @Transactional(readOnly = true)
    public ProcedureCard latestCard(String model) {
        return newestVersion(model)
                .map(version -> card(model, version).under(policies.policy()))
                .orElseThrow(() -> new NotFound("Model '" + model + "'"));
    }

    /** A card as it stood under a version of the site rules. */
    @Transactional(readOnly = true)
    public ProcedureCard card(String model, int version, int policyVersion) {
        return card(model, version).under(policies.policy(policyVersion));
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

    /** Writes a shipped card unless that version is there already. */
    @Transactional
    public void publish(ProcedureCard card) {
        insert(card, "");
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
        DryRun.refusal(card, policies.policy(), site.today()).ifPresent(refusal -> {
            throw new Refused(refusal);
        });
        insert(card, by);
        ledger.append(
                LedgerKind.CARD_PUBLISHED,
                by,
                Map.of("model", card.model(), "version", card.version(), "textHash", textHash(card)));
        events.publishEvent(new PolicyChanged(policies.policy().version()));
        return new CardVersion(card.model(), card.version(), site.now(), by);
    }

    private static Set<Integer> slots(ProcedureCard card) {
        return card.sensors().stream().map(SensorSpec::slot).collect(Collectors.toCollection(TreeSet::new));
    }

    /** What the ledger keeps of a text that is published, so that a change of it behind its back shows. */
    private String textHash(ProcedureCard published) {
        return Chain.hash(json.writeValueAsString(published));
    }
}
