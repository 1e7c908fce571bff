package onward.sentry.server.gas;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.core.schedule.Cause;

/** One reason for which a cylinder is on hold; there may be several at once, and each is lifted by its own event. */
@Entity
@Table(name = "cylinder_hold")
class CylinderHoldEntity {

    @Id
    private UUID id;

    private UUID cylinderId;

    @Enumerated(EnumType.STRING)
    private Cause.Kind kind;

    private String source;
    private String reason;
    private Instant placedAt;
    private String placedBy;

    @Enumerated(EnumType.STRING)
    private CylinderState stateBefore;

    private Instant liftedAt;
    private String liftedBy;

    protected CylinderHoldEntity() {}

    /** @param stateBefore what the cylinder was before it was held, and becomes again */
    CylinderHoldEntity(
            UUID cylinderId,
            Cause.Kind kind,
            String source,
            String reason,
            Instant placedAt,
            String placedBy,
            CylinderState stateBefore) {
        this.id = UUID.randomUUID();
        this.cylinderId = cylinderId;
        this.kind = kind;
        this.source = source;
        this.reason = reason;
        this.placedAt = placedAt;
        this.placedBy = placedBy;
        this.stateBefore = stateBefore;
    }

    void lift(Instant at, String by) {
        liftedAt = at;
        liftedBy = by;
    }

    UUID cylinderId() {
        return cylinderId;
    }

    boolean isOf(Cause.Kind other, String otherSource) {
        return kind == other && source.equals(otherSource);
    }

    Cause.Kind kind() {
        return kind;
    }

    String reason() {
        return reason;
    }

    CylinderState stateBefore() {
        return stateBefore;
    }
}
