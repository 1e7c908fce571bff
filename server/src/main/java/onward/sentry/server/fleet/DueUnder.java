package onward.sentry.server.fleet;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.Collectors;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.schedule.Causes;
import onward.sentry.core.schedule.DetectorFacts;
import onward.sentry.core.schedule.DetectorState;
import onward.sentry.core.schedule.Rhythm;
import onward.sentry.core.schedule.SensorDates;
import onward.sentry.core.schedule.StateToday;
import onward.sentry.server.platform.Site;
import onward.sentry.server.rules.ProcedureLibrary;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** When the fleet would fall due under another site policy, and what might be used today; nothing is stored. */
@Component
public class DueUnder {

    /**
     * @param earlier detectors that would be due on an earlier day
     * @param losingUse that may be used today and then might not
     * @param gainingUse that may not be used today and then might
     * @param crews of all of these, by name
     */
    public record Moved(long earlier, long later, long losingUse, long gainingUse, List<String> crews) {}

    private record FleetRow(UUID id, String model, String crew, String stateWord, String ownInterval) {

        /** Held, away or lent, and so out of use under any rules. */
        boolean away() {
            var word = DetectorState.valueOf(stateWord);
            return word == DetectorState.OUT || DetectorState.WITHDRAWN.contains(word);
        }
    }

    private final JdbcClient jdbc;
    private final ProcedureLibrary library;
    private final SitePolicies policies;
    private final Site site;
    private final StateKeeper states;

    DueUnder(JdbcClient jdbc, ProcedureLibrary library, SitePolicies policies, Site site, StateKeeper states) {
        this.jdbc = jdbc;
        this.library = library;
        this.policies = policies;
        this.site = site;
        this.states = states;
    }

    @Transactional(readOnly = true)
    public Moved moved(SitePolicy policy) {
        var now = policies.policy();
        var cardsNow = cards(now);
        var cardsThen = cards(policy);
        var sensors = sensors();
        long earlier = 0;
        long later = 0;
        long losingUse = 0;
        long gainingUse = 0;
        var crews = new TreeSet<String>();
        for (var one : fleet()) {
            var stands = state(one, sensors.get(one.id()), cardsNow.get(one.model()), now.rhythm());
            var would = state(one, sensors.get(one.id()), cardsThen.get(one.model()), policy.rhythm());
            int moves = would.due().date().compareTo(stands.due().date());
            earlier += moves < 0 ? 1 : 0;
            later += moves > 0 ? 1 : 0;
            boolean otherUse = !one.away() && stands.usable() != would.usable();
            losingUse += otherUse && stands.usable() ? 1 : 0;
            gainingUse += otherUse && would.usable() ? 1 : 0;
            if (moves != 0 || otherUse) {
                crews.add(one.crew());
            }
        }
        return new Moved(earlier, later, losingUse, gainingUse, List.copyOf(crews));
    }

    private Map<String, ProcedureCard> cards(SitePolicy policy) {
        return library.publishedCards().stream()
                .collect(Collectors.toMap(ProcedureCard::model, card -> card.under(policy), (older, newer) -> newer));
    }

    /** As if nothing but its dates decided. */
    private StateToday state(FleetRow one, List<Sensor> sensors, ProcedureCard card, Rhythm rhythm) {
        var facts = new DetectorFacts(
                false,
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                sensors.stream().map(Sensor::dates).toList(),
                Causes.NONE,
                sensors.stream()
                        .flatMap(sensor -> SensorEntity.lastBump(card, sensor.slot(), sensor.lastGoodBump()).stream())
                        .toList(),
                states.withOwn(card.interval(), Optional.ofNullable(one.ownInterval())));
        return StateToday.of(facts, rhythm, site.today());
    }

    /** What was made due at once stays so, and is left out. */
    private List<FleetRow> fleet() {
        return jdbc.sql("select id, model, crew, state_word, own_interval from detector d where"
                        + " state_word <> ? and not exists (select 1 from due_trigger t where t.detector_id = d.id and"
                        + " t.settled_on is null)")
                .param(DetectorState.RETIRED.name())
                .query(FleetRow.class)
                .list();
    }

    private record Sensor(
            UUID detectorId,
            int slot,
            LocalDate fittedOn,
            LocalDate lastGoodOn,
            LocalDate statedDue,
            LocalDate lastGoodBump) {

        SensorDates dates() {
            return new SensorDates(slot, fittedOn, Optional.ofNullable(lastGoodOn), Optional.ofNullable(statedDue));
        }
    }

    private Map<UUID, List<Sensor>> sensors() {
        return jdbc
                .sql("select detector_id, slot, fitted_on, last_good_on, stated_due, last_good_bump from sensor"
                        + " where removed_on is null and not disabled")
                .query(Sensor.class)
                .list()
                .stream()
                .collect(Collectors.groupingBy(Sensor::detectorId));
    }
}
