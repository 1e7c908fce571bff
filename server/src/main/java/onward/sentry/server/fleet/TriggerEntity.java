package onward.sentry.server.fleet;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.LocalDate;
import java.util.UUID;
import onward.sentry.core.schedule.Trigger;

@Entity
@Table(name = "due_trigger")
class TriggerEntity {

    @Id
    private UUID id;

    private UUID detectorId;
    private LocalDate onDay;
    private String cause;
    private LocalDate settledOn;

    protected TriggerEntity() {}

    TriggerEntity(UUID id, UUID detectorId, Trigger trigger) {
        this.id = id;
        this.detectorId = detectorId;
        this.onDay = trigger.on();
        this.cause = trigger.cause();
    }

    Trigger toCore() {
        return new Trigger(onDay, cause);
    }

    UUID id() {
        return id;
    }

    UUID detectorId() {
        return detectorId;
    }

    boolean isOpen() {
        return settledOn == null;
    }

    void open() {
        settledOn = null;
    }

    void settle(LocalDate on) {
        settledOn = on;
    }
}
