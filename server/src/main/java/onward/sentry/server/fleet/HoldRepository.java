package onward.sentry.server.fleet;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface HoldRepository extends JpaRepository<HoldEntity, UUID> {

    Optional<HoldEntity> findByDetectorIdAndReleasedAtIsNull(UUID detectorId);

    List<HoldEntity> findByDetectorIdOrderByPlacedAtDesc(UUID detectorId);
}
