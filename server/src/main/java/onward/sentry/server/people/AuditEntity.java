package onward.sentry.server.people;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** One entry of the {@link AuditLog}. */
@Entity
@Table(name = "audit_entry")
class AuditEntity {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Instant at;

    @Enumerated(EnumType.STRING)
    private AuditLog.Kind kind;

    private String person;
    private String source;
    private String detail;

    protected AuditEntity() {}

    AuditEntity(Instant at, AuditLog.Kind kind, String person, String source, String detail) {
        this.at = at;
        this.kind = kind;
        this.person = person;
        this.source = source;
        this.detail = detail;
    }

    long id() {
        return id;
    }

    Instant at() {
        return at;
    }

    AuditLog.Kind kind() {
        return kind;
    }

    String person() {
        return person;
    }

    String source() {
        return source;
    }

    String detail() {
        return detail;
    }
}
