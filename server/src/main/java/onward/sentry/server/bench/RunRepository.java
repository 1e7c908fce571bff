package onward.sentry.server.bench;

import jakarta.persistence.LockModeType;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import onward.sentry.core.run.RunPhase;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

/** Runs by what lists ask for. */
public interface RunRepository extends JpaRepository<RunEntity, UUID> {

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select r from RunEntity r where r.id = :id")
    Optional<RunEntity> lock(UUID id);

    boolean existsByPhase(RunPhase phase);

    List<RunEntity> findByPhaseInOrderByStartedAt(Collection<RunPhase> phases);

    int countByTechnicianAndPhaseIn(String technician, Collection<RunPhase> phases);

    List<RunEntity> findByManifoldAndPhaseIn(UUID manifold, Collection<RunPhase> phases);

    Optional<RunEntity> findByDetectorIdAndPhaseIn(UUID detectorId, Collection<RunPhase> phases);

    List<RunEntity> findByDetectorIdOrderByStartedAtDesc(UUID detectorId);

    List<RunEntity> findByDetectorIdAndEndedAtAfter(UUID detectorId, Instant moment);
}
