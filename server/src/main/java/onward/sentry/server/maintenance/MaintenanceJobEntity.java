package onward.sentry.server.maintenance;

import jakarta.persistence.CascadeType;
import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.MapKeyColumn;
import jakarta.persistence.OneToMany;
import jakarta.persistence.OrderBy;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import onward.sentry.core.card.MaintenanceKind;
import onward.sentry.core.card.MaintenanceProcedure;
import onward.sentry.core.maintenance.MaintenanceEvent;
import onward.sentry.core.maintenance.MaintenanceJob;

/** A maintenance job with its events. */
@Entity
@Table(name = "maintenance_job")
class MaintenanceJobEntity {

    @Id
    private UUID id;

    private UUID detectorId;

    @Enumerated(EnumType.STRING)
    private MaintenanceKind kind;

    private String cardModel;
    private int cardVersion;
    private Integer slot;
    private String newSerial;
    private Instant startedAt;
    private String startedBy;
    private Instant endedAt;
    private boolean finished;

    @Version
    private Long version;

    @OneToMany(mappedBy = "job", cascade = CascadeType.PERSIST)
    @OrderBy("seq")
    private List<MaintenanceEventEntity> events = new ArrayList<>();

    @ElementCollection
    @CollectionTable(name = "part_used", joinColumns = @JoinColumn(name = "job_id"))
    @MapKeyColumn(name = "name")
    @Column(name = "count")
    private Map<String, Integer> partsUsed = new TreeMap<>();

    protected MaintenanceJobEntity() {}

    /** @param slot of the sensor that it is about, with the serial of the one that goes in; empty: the whole detector */
    MaintenanceJobEntity(
            UUID id,
            UUID detectorId,
            MaintenanceKind kind,
            String cardModel,
            int cardVersion,
            Optional<Integer> slot,
            String newSerial,
            MaintenanceJob started) {
        this.id = id;
        this.detectorId = detectorId;
        this.kind = kind;
        this.cardModel = cardModel;
        this.cardVersion = cardVersion;
        this.slot = slot.orElse(null);
        this.newSerial = newSerial;
        this.startedAt = started.events().get(0).at();
        this.startedBy = started.events().get(0).by();
        add(started.events().get(0));
    }

    void add(MaintenanceEvent event) {
        events.add(new MaintenanceEventEntity(this, events.size(), event));
        if (event instanceof MaintenanceEvent.Finished) {
            finished = true;
        }
        if (event instanceof MaintenanceEvent.Finished || event instanceof MaintenanceEvent.Stopped) {
            endedAt = event.at();
        }
    }

    void used(Map<String, Integer> parts) {
        partsUsed.putAll(parts);
    }

    MaintenanceJob toCore(MaintenanceProcedure procedure) {
        return new MaintenanceJob(
                procedure, events.stream().map(MaintenanceEventEntity::toCore).toList());
    }

    UUID id() {
        return id;
    }

    UUID detectorId() {
        return detectorId;
    }

    MaintenanceKind kind() {
        return kind;
    }

    String cardModel() {
        return cardModel;
    }

    int cardVersion() {
        return cardVersion;
    }

    Optional<Integer> slot() {
        return Optional.ofNullable(slot);
    }

    String newSerial() {
        return newSerial;
    }

    Instant startedAt() {
        return startedAt;
    }

    String startedBy() {
        return startedBy;
    }

    Optional<Instant> endedAt() {
        return Optional.ofNullable(endedAt);
    }

    boolean isFinished() {
        return finished;
    }

    Map<String, Integer> partsUsed() {
        return new TreeMap<>(partsUsed);
    }
}
