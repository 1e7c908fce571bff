package onward.sentry.server.people;

import java.time.Instant;
import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface AuditRepository extends JpaRepository<AuditEntity, Long> {

    /**
     * The newest first.
     *
     * @param person any part of a sign-in name in small letters; empty: everybody
     * @param kind empty: all kinds
     * @param before only entries with a smaller id
     */
    @Query(
            "select a from AuditEntity a where a.id < :before and (:person = '' or a.person like concat('%', :person, '%'))"
                    + " and (:kind = '' or cast(a.kind as string) = :kind) and a.at >= :from and a.at < :until order by a.id desc")
    List<AuditEntity> find(String person, String kind, Instant from, Instant until, long before, Limit limit);
}
