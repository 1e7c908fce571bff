package onward.sentry.server.house;

import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.house.HousePolicy;
import onward.sentry.formats.CoreJson;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.Site;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Reads cards and policy. A version never changes once written, so what was read once is kept. */
@Service
public class House {

    private record Version(String name, int version) {}

    private final JdbcClient jdbc;
    private final Site site;
    private final JsonMapper json = CoreJson.canonical();
    private final Map<Version, ProcedureCard> cards = new ConcurrentHashMap<>();
    private final Map<Integer, HousePolicy> policies = new ConcurrentHashMap<>();

    House(JdbcClient jdbc, Site site) {
        this.jdbc = jdbc;
        this.site = site;
    }

    /** The newest card of every model as this site works by it, by name. */
    @Transactional(readOnly = true)
    public List<ProcedureCard> latestCards() {
        record Row(String model, int version) {}
        return jdbc
                .sql("select model, max(version) as version from procedure_card group by model order by model")
                .query(Row.class)
                .list()
                .stream()
                .map(row -> card(row.model(), row.version()).under(policy()))
                .toList();
    }

    /** The newest card of a model as this site works by it. */
    @Transactional(readOnly = true)
    public ProcedureCard latestCard(String model) {
        return jdbc.sql("select max(version) from procedure_card where model = ? having count(*) > 0")
                .param(model)
                .query(Integer.class)
                .optional()
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

    /** Writes a card unless that version is there already. */
    @Transactional
    public void publish(ProcedureCard card) {
        jdbc.sql("insert into procedure_card (model, version, body, published_at) values (?, ?, ?, ?)"
                        + " on conflict do nothing")
                .params(
                        card.model(),
                        card.version(),
                        json.writeValueAsString(card),
                        site.now().atOffset(ZoneOffset.UTC))
                .update();
    }

    @Transactional
    public void publish(HousePolicy policy) {
        jdbc.sql("insert into house_policy (version, body, from_at) values (?, ?, ?) on conflict do nothing")
                .params(
                        policy.version(),
                        json.writeValueAsString(policy),
                        site.now().atOffset(ZoneOffset.UTC))
                .update();
    }
}
