package onward.sentry.server.board;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;

/** A secret address under which a board is shown without signing in; only the hash of its secret is kept. */
@Entity
@Table(name = "board_address")
class BoardAddressEntity {

    @Id
    private UUID id;

    private String name;
    private String crew;
    private String secretHash;
    private Instant madeAt;
    private String madeBy;
    private Instant seenAt;
    private Instant revokedAt;

    protected BoardAddressEntity() {}

    BoardAddressEntity(UUID id, String name, String crew, String secretHash, Instant madeAt, String madeBy) {
        this.id = id;
        this.name = name;
        this.crew = crew;
        this.secretHash = secretHash;
        this.madeAt = madeAt;
        this.madeBy = madeBy;
    }

    void seen(Instant at) {
        seenAt = at;
    }

    void revoke(Instant at) {
        revokedAt = at;
    }

    boolean isRevoked() {
        return revokedAt != null;
    }

    UUID id() {
        return id;
    }

    String name() {
        return name;
    }

    /** Empty: every crew. */
    String crew() {
        return crew;
    }

    Instant madeAt() {
        return madeAt;
    }

    String madeBy() {
        return madeBy;
    }

    Optional<Instant> seenAt() {
        return Optional.ofNullable(seenAt);
    }
}
