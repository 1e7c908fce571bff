package onward.sentry.server.gas;

import java.util.List;
import java.util.UUID;
import onward.sentry.core.schedule.Cause;
import org.springframework.data.jpa.repository.JpaRepository;

interface CylinderHoldRepository extends JpaRepository<CylinderHoldEntity, UUID> {

    List<CylinderHoldEntity> findByCylinderIdAndLiftedAtIsNullOrderByPlacedAt(UUID cylinderId);

    List<CylinderHoldEntity> findByKindAndSourceAndLiftedAtIsNull(Cause.Kind kind, String source);
}
