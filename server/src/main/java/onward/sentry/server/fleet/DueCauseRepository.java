package onward.sentry.server.fleet;

import java.util.List;
import java.util.UUID;
import onward.sentry.core.schedule.Cause;
import org.springframework.data.jpa.repository.JpaRepository;

interface DueCauseRepository extends JpaRepository<DueCauseEntity, UUID> {

    List<DueCauseEntity> findByDetectorIdAndSettledOnIsNull(UUID detectorId);

    List<DueCauseEntity> findByKindAndSourceAndSettledOnIsNull(Cause.Kind kind, String source);
}
