package onward.sentry.server.gas;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface CylinderRepository extends JpaRepository<CylinderEntity, UUID> {

    List<CylinderEntity> findAllByOrderByUseBeforeAscTagAsc();

    long countByTagStartingWith(String start);

    Optional<CylinderEntity> findByTagIgnoreCase(String tag);

    /** Nobody else changes it until the transaction ends. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select c from CylinderEntity c where c.tag = :tag")
    Optional<CylinderEntity> lockByTag(String tag);

    List<CylinderEntity> findByLotOrderByTag(String lot);
}
