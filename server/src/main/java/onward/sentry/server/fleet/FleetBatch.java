package onward.sentry.server.fleet;

import jakarta.persistence.EntityManager;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import onward.sentry.server.platform.Site;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The fleet changed by the thousand. What is right for each is checked before; the ledger is the caller's. */
@Component
@Transactional(propagation = Propagation.MANDATORY)
public class FleetBatch {

    private static final int AT_ONCE = 1_000;

    private final EntityManager entities;
    private final DetectorRepository detectors;
    private final StateKeeper states;
    private final JdbcTemplate jdbc;
    private final Site site;

    FleetBatch(EntityManager entities, DetectorRepository detectors, StateKeeper states, JdbcTemplate jdbc, Site site) {
        this.entities = entities;
        this.detectors = detectors;
        this.states = states;
        this.jdbc = jdbc;
        this.site = site;
    }

    public record NewDetector(
            String serial,
            String assetTag,
            String model,
            String crew,
            String location,
            List<Fleet.NewSensor> sensors) {}

    /** @param retired afterwards */
    public record Change(String serial, String assetTag, String crew, String location, boolean retired) {}

    /** Which of some serials are on record. */
    public Set<String> known(List<String> serials) {
        return new HashSet<>(jdbc.queryForList(
                "select serial from detector where serial in (select unnest(?::text[]))", String.class, (Object)
                        serials.toArray(String[]::new)));
    }

    public void register(List<NewDetector> fresh) {
        var rules = states.rules();
        for (var one : fresh) {
            var detector = new DetectorEntity(
                    UUID.randomUUID(),
                    one.serial(),
                    one.assetTag(),
                    one.model(),
                    one.crew(),
                    one.location(),
                    site.today());
            one.sensors()
                    .forEach(sensor -> detector.fit(new SensorEntity(
                            UUID.randomUUID(),
                            detector,
                            sensor.slot(),
                            sensor.serial().strip(),
                            sensor.fittedOn())));
            states.renewUnnoted(detector, rules);
            entities.persist(detector);
        }
        entities.flush();
        entities.clear();
    }

    /** Where they are and whose they are; one that was retired is in use again, or the other way round. */
    public void change(List<Change> changes) {
        var retired = new HashSet<>(jdbc.queryForList(
                "select serial from detector where retired_on is not null and serial in (select unnest(?::text[]))",
                String.class,
                (Object) changes.stream().map(Change::serial).toArray(String[]::new)));
        jdbc.batchUpdate(
                "update detector set asset_tag = ?, crew = ?, location = ?, retired_on = ?, version = version + 1"
                        + " where serial = ?",
                changes.stream()
                        .map(one -> new Object[] {
                            one.assetTag(),
                            one.crew(),
                            one.location(),
                            one.retired() ? site.today() : null,
                            one.serial()
                        })
                        .toList());
        renew(changes.stream()
                .filter(one -> one.retired() != retired.contains(one.serial()))
                .map(Change::serial)
                .toList());
    }

    public void retire(List<String> serials) {
        jdbc.batchUpdate(
                "update detector set retired_on = ?, version = version + 1 where serial = ?",
                serials.stream()
                        .map(serial -> new Object[] {site.today(), serial})
                        .toList());
        renew(serials);
    }

    /** Few of many are held or due at once; only these are asked for one by one. */
    private void renew(List<String> serials) {
        entities.clear();
        var rules = states.rules();
        for (int from = 0; from < serials.size(); from += AT_ONCE) {
            var some = serials.subList(from, Math.min(serials.size(), from + AT_ONCE));
            var noted = new HashSet<>(jdbc.queryForList(
                    "select serial from detector d where serial in (select unnest(?::text[])) and ("
                            + "exists (select 1 from hold h where h.detector_id = d.id and h.released_at is null)"
                            + " or exists (select 1 from due_trigger t where t.detector_id = d.id and t.settled_on is null))",
                    String.class,
                    (Object) some.toArray(String[]::new)));
            for (var detector : detectors.findBySerialIn(some)) {
                if (noted.contains(detector.serial())) {
                    states.renew(detector, rules);
                } else {
                    states.renewUnnoted(detector, rules);
                }
            }
            entities.flush();
            entities.clear();
        }
    }
}
