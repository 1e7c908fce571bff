package onward.sentry.server.fleet;

import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface TriggerRepository extends JpaRepository<TriggerEntity, UUID> {

    Optional<TriggerEntity> findByDetectorIdAndSettledOnIsNull(UUID detectorId);
}
