package onward.sentry.server.maintenance;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import onward.sentry.core.card.MaintenanceKind;
import org.springframework.data.jpa.repository.EntityGraph;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface MaintenanceJobRepository extends JpaRepository<MaintenanceJobEntity, UUID> {

    Optional<MaintenanceJobEntity> findByDetectorIdAndKindAndEndedAtIsNull(UUID detectorId, MaintenanceKind kind);

    @EntityGraph(attributePaths = "partsUsed")
    List<MaintenanceJobEntity> findByDetectorIdOrderByStartedAtDesc(UUID detectorId);

    /** Held for this transaction, so that two people do not do the same step. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select j from MaintenanceJobEntity j where j.id = :id")
    Optional<MaintenanceJobEntity> findAndHold(UUID id);
}
