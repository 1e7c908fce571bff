package onward.sentry.server.board;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface BoardAddressRepository extends JpaRepository<BoardAddressEntity, UUID> {

    List<BoardAddressEntity> findByRevokedAtIsNullOrderByName();

    boolean existsByNameAndRevokedAtIsNull(String name);

    Optional<BoardAddressEntity> findBySecretHashAndRevokedAtIsNull(String secretHash);
}
