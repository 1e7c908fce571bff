package onward.sentry.server.people;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.UUID;

/** Somebody who may sign in. */
@Entity
class Person {

    @Id
    private UUID id;

    private String signInName;
    private String displayName;

    @Enumerated(EnumType.STRING)
    private Role role;

    private String passwordHash;
    private Instant createdAt;

    protected Person() {}

    Person(UUID id, String signInName, String displayName, Role role, String passwordHash, Instant createdAt) {
        this.id = id;
        this.signInName = signInName;
        this.displayName = displayName;
        this.role = role;
        this.passwordHash = passwordHash;
        this.createdAt = createdAt;
    }

    String signInName() {
        return signInName;
    }

    String displayName() {
        return displayName;
    }

    Role role() {
        return role;
    }

    String passwordHash() {
        return passwordHash;
    }
}
