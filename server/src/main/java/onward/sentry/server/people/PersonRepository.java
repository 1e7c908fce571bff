package onward.sentry.server.people;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface PersonRepository extends JpaRepository<Person, UUID> {

    long countByPasswordHashNot(String hash);

    Optional<Person> findBySignInName(String signInName);

    List<Person> findAllByOrderBySignInName();
}
