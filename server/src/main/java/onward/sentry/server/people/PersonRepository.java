package onward.sentry.server.people;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;

interface PersonRepository extends JpaRepository<Person, UUID> {

    long countByPasswordHashNot(String hash);

    Optional<Person> findBySignInName(String signInName);

    /** Holds the person for this transaction. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    Optional<Person> findAndHoldBySignInName(String signInName);

    List<Person> findAllByOrderBySignInName();
}
