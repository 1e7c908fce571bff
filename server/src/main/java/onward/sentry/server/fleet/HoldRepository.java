package onward.sentry.server.fleet;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface HoldRepository extends JpaRepository<HoldEntity, UUID> {

    List<HoldEntity> findByDetectorIdAndReleasedAtIsNullOrderByPlacedAt(UUID detectorId);

    List<HoldEntity> findByDetectorIdOrderByPlacedAtDesc(UUID detectorId);
}
