package onward.sentry.server.link;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Collection;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;

/** A gateway by its token, of which only the hash is kept, with the detectors whose readings it may send. */
@Entity
@DynamicUpdate
@Table(name = "link_token")
class GatewayEntity {

    @Id
    private UUID id;

    private String name;
    private String tokenHash;
    private Instant createdAt;
    private Instant revokedAt;
    private Instant lastSeenAt;

    @ElementCollection
    @CollectionTable(name = "link_token_detector", joinColumns = @JoinColumn(name = "token_id"))
    @Column(name = "detector_id")
    private Set<UUID> detectors = new HashSet<>();

    protected GatewayEntity() {}

    GatewayEntity(UUID id, String name, String tokenHash, Instant createdAt, Collection<UUID> detectors) {
        this.id = id;
        this.name = name;
        this.tokenHash = tokenHash;
        this.createdAt = createdAt;
        this.detectors.addAll(detectors);
    }

    void seen(Instant at) {
        lastSeenAt = at;
    }

    void revoke(Instant at) {
        revokedAt = at;
    }

    /** From now on it serves these and no others. */
    void serve(Collection<UUID> now) {
        detectors.retainAll(now);
        detectors.addAll(now);
    }

    UUID id() {
        return id;
    }

    String name() {
        return name;
    }

    Instant createdAt() {
        return createdAt;
    }

    Optional<Instant> revokedAt() {
        return Optional.ofNullable(revokedAt);
    }

    Optional<Instant> lastSeenAt() {
        return Optional.ofNullable(lastSeenAt);
    }

    Set<UUID> detectors() {
        return Set.copyOf(detectors);
    }
}
