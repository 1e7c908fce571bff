package onward.sentry.server.fleet;

import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Consumer;
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
            String serial, String assetTag, String model, String crew, String location, List<KnownSensor> sensors) {}

    /**
     * What is known of a sensor that was in use before it came on record.
     *
     * @param fittedOn empty: not known; then it does not wait until it has settled
     * @param lastGoodOn day of its last good calibration; empty: not known, so that it is due before use
     */
    public record KnownSensor(int slot, String serial, Optional<LocalDate> fittedOn, Optional<LocalDate> lastGoodOn) {}

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
        insert(fresh.stream().map(one -> registered(one, rules)).toList());
    }

    private DetectorEntity registered(NewDetector one, StateKeeper.Rules rules) {
        var detector = new DetectorEntity(
                UUID.randomUUID(), one.serial(), one.assetTag(), one.model(), one.crew(), one.location(), site.today());
        one.sensors()
                .forEach(sensor -> detector.fit(SensorEntity.inUse(
                        UUID.randomUUID(),
                        detector,
                        sensor.slot(),
                        sensor.serial().strip(),
                        sensor.fittedOn(),
                        sensor.lastGoodOn(),
                        site.today())));
        states.renewUnnoted(detector, rules);
        return detector;
    }

    /** Past Hibernate, which sends rows one by one where it does not keep track of them. */
    private void insert(List<DetectorEntity> fresh) {
        jdbc.batchUpdate(
                "insert into detector (id, serial, asset_tag, model, crew, location, received_on, state_word, usable,"
                        + " state_reason, state_valid_through, due_on, due_working)"
                        + " values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
                fresh.stream().map(DetectorEntity::freshRow).toList());
        jdbc.batchUpdate(
                "insert into sensor (id, detector_id, slot, serial, fitted_on, fitted_known, last_good_on)"
                        + " values (?, ?, ?, ?, ?, ?, ?)",
                fresh.stream()
                        .flatMap(one -> one.fitted().stream().map(sensor -> new Object[] {
                            sensor.id(),
                            one.id(),
                            sensor.slot(),
                            sensor.serial(),
                            sensor.fittedOn(),
                            sensor.fittedKnown(),
                            sensor.lastGoodOn().orElse(null)
                        }))
                        .toList());
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
        inParts(
                changes.stream()
                        .filter(one -> one.retired() != retired.contains(one.serial()))
                        .map(Change::serial)
                        .toList(),
                detector -> {});
    }

    public void retire(List<String> serials) {
        inParts(serials, detector -> detector.retire(site.today()));
    }

    private void inParts(List<String> serials, Consumer<DetectorEntity> change) {
        entities.clear();
        for (int from = 0; from < serials.size(); from += AT_ONCE) {
            var some = detectors.findBySerialIn(serials.subList(from, Math.min(serials.size(), from + AT_ONCE)));
            some.forEach(change);
            states.renew(some);
            entities.flush();
            entities.clear();
        }
    }
}
