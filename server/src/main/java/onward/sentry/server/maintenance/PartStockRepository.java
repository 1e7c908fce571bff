package onward.sentry.server.maintenance;

import jakarta.persistence.LockModeType;
import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;

interface PartStockRepository extends JpaRepository<PartStockEntity, String> {

    List<PartStockEntity> findAllByOrderByName();

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    List<PartStockEntity> findByNameInOrderByName(Collection<String> names);
}
