package onward.sentry.server.fleet;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import java.util.UUID;
import onward.sentry.core.house.HousePolicy;
import onward.sentry.core.schedule.DetectorFacts;
import onward.sentry.core.schedule.IntervalRule;
import onward.sentry.core.schedule.SensorDates;
import onward.sentry.core.schedule.StateWord;
import onward.sentry.server.house.House;
import onward.sentry.server.platform.Site;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** When the fleet would fall due under another house policy; nothing is stored. */
@Component
public class DueUnder {

    /**
     * @param earlier detectors that would be due on an earlier day
     * @param losingUse of those, the ones that may be used today and then might not
     * @param crews of the detectors whose day moves, by name
     */
    public record Moved(long earlier, long later, long losingUse, List<String> crews) {}

    private record Standing(
            UUID id,
            String model,
            String crew,
            String stateWord,
            boolean usable,
            LocalDate dueOn,
            String ownInterval) {}

    private final JdbcClient jdbc;
    private final House house;
    private final Site site;
    private final StateKeeper states;

    DueUnder(JdbcClient jdbc, House house, Site site, StateKeeper states) {
        this.jdbc = jdbc;
        this.house = house;
        this.site = site;
        this.states = states;
    }

    @Transactional(readOnly = true)
    public Moved moved(HousePolicy policy) {
        var rules = new HashMap<String, IntervalRule>();
        house.publishedCards()
                .forEach(card -> rules.put(card.model(), card.under(policy).interval()));
        var sensors = sensors();
        long earlier = 0;
        long later = 0;
        long losingUse = 0;
        var crews = new TreeSet<String>();
        for (var one : fleet()) {
            var then = due(one, sensors.get(one.id()), rules.get(one.model()));
            if (then.equals(one.dueOn())) {
                continue;
            }
            crews.add(one.crew());
            if (then.isBefore(one.dueOn())) {
                earlier++;
                losingUse += one.usable() && then.isBefore(site.today()) ? 1 : 0;
            } else {
                later++;
            }
        }
        return new Moved(earlier, later, losingUse, List.copyOf(crews));
    }

    /** What was made due at once stays so. */
    private LocalDate due(Standing one, List<SensorDates> sensors, IntervalRule ofCard) {
        var rule = states.withOwn(ofCard, Optional.ofNullable(one.ownInterval()));
        var facts = new DetectorFacts(
                false, Optional.empty(), Optional.empty(), sensors, Optional.empty(), Optional.empty(), rule);
        return facts.due().date();
    }

    private List<Standing> fleet() {
        return jdbc.sql("select id, model, crew, state_word, usable, due_on, own_interval from detector d where"
                        + " state_word <> ? and not exists (select 1 from due_trigger t where t.detector_id = d.id and"
                        + " t.settled_on is null)")
                .param(StateWord.RETIRED.name())
                .query(Standing.class)
                .list();
    }

    private Map<UUID, List<SensorDates>> sensors() {
        var all = new HashMap<UUID, List<SensorDates>>();
        jdbc.sql(
                        "select detector_id, slot, fitted_on, last_good_on, stated_due from sensor where removed_on is null and"
                                + " not disabled")
                .query((row, n) -> all.computeIfAbsent(row.getObject(1, UUID.class), id -> new ArrayList<>())
                        .add(new SensorDates(
                                row.getInt(2),
                                row.getObject(3, LocalDate.class),
                                Optional.ofNullable(row.getObject(4, LocalDate.class)),
                                Optional.ofNullable(row.getObject(5, LocalDate.class)))))
                .list();
        return all;
    }
}
