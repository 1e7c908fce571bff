package onward.sentry.server.link;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.data.jpa.repository.EntityGraph;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface GatewayRepository extends JpaRepository<GatewayEntity, UUID> {

    Optional<GatewayEntity> findByTokenHashAndRevokedAtIsNull(String tokenHash);

    List<GatewayEntity> findByNameAndRevokedAtIsNull(String name);

    @EntityGraph(attributePaths = "detectors")
    List<GatewayEntity> findAllByOrderByName();

    @Query("select count(g) > 0 from GatewayEntity g join g.detectors d"
            + " where d = :detector and g.revokedAt is null and g.lastSeenAt > :since")
    boolean serves(UUID detector, Instant since);

    @Query(
            "select g from GatewayEntity g join g.detectors d where d = :detector and g.revokedAt is null order by g.name")
    List<GatewayEntity> findServing(UUID detector);

    @Query("select d from GatewayEntity g join g.detectors d where g.revokedAt is null")
    Set<UUID> served();

    @Query("select d from GatewayEntity g join g.detectors d where g.id = :gateway")
    Set<UUID> servedBy(UUID gateway);

    @Query("select count(g) > 0 from GatewayEntity g join g.detectors d where g.id = :gateway and d = :detector")
    boolean isServedBy(UUID detector, UUID gateway);
}
