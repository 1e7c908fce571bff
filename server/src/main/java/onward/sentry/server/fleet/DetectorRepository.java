package onward.sentry.server.fleet;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.EntityGraph;
import org.springframework.data.jpa.repository.JpaRepository;

interface DetectorRepository extends JpaRepository<DetectorEntity, UUID> {

    Optional<DetectorEntity> findBySerialIgnoreCase(String serial);

    boolean existsBySerialIgnoreCase(String serial);

    @EntityGraph(attributePaths = "sensors")
    List<DetectorEntity> findAllByOrderBySerial();

    List<DetectorEntity> findByStateValidThroughBefore(LocalDate day);
}
