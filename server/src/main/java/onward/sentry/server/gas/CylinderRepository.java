package onward.sentry.server.gas;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface CylinderRepository extends JpaRepository<CylinderEntity, UUID> {

    List<CylinderEntity> findAllByOrderByUseBeforeAscTagAsc();

    long countByTagStartingWith(String start);

    Optional<CylinderEntity> findByTagIgnoreCase(String tag);

    List<CylinderEntity> findByLotOrderByTag(String lot);
}
