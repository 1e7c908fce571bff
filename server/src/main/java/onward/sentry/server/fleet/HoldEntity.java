package onward.sentry.server.fleet;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;

@Entity
@Table(name = "hold")
class HoldEntity {

    @Id
    private UUID id;

    private UUID detectorId;
    private String reason;
    private UUID runId;
    private Instant placedAt;
    private String placedBy;
    private Instant releasedAt;
    private String releasedBy;
    private String releaseRemark;

    protected HoldEntity() {}

    HoldEntity(UUID id, UUID detectorId, String reason, UUID runId, Instant placedAt, String placedBy) {
        this.id = id;
        this.detectorId = detectorId;
        this.reason = reason;
        this.runId = runId;
        this.placedAt = placedAt;
        this.placedBy = placedBy;
    }

    void release(Instant at, String by, String remark) {
        releasedAt = at;
        releasedBy = by;
        releaseRemark = remark;
    }

    String reason() {
        return reason;
    }

    UUID runId() {
        return runId;
    }

    Instant placedAt() {
        return placedAt;
    }

    String placedBy() {
        return placedBy;
    }

    Optional<Instant> releasedAt() {
        return Optional.ofNullable(releasedAt);
    }

    Optional<String> releasedBy() {
        return Optional.ofNullable(releasedBy);
    }

    Optional<String> releaseRemark() {
        return Optional.ofNullable(releaseRemark);
    }
}
