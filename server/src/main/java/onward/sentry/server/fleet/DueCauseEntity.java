package onward.sentry.server.fleet;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.LocalDate;
import java.util.UUID;
import onward.sentry.core.schedule.Cause;

@Entity
@Table(name = "due_trigger")
class DueCauseEntity {

    @Id
    private UUID id;

    private UUID detectorId;
    private LocalDate onDay;
    private String cause;

    @Enumerated(EnumType.STRING)
    private Cause.Kind kind;

    private String source;
    private LocalDate settledOn;

    protected DueCauseEntity() {}

    DueCauseEntity(UUID id, UUID detectorId, Cause of) {
        this.id = id;
        this.detectorId = detectorId;
        this.onDay = of.on();
        this.cause = of.words();
        this.kind = of.kind();
        this.source = of.source();
    }

    Cause toCore() {
        return new Cause(kind, source, onDay, cause);
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
