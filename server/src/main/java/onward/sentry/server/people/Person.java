package onward.sentry.server.people;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import java.time.Instant;
import java.util.HashSet;
import java.util.Set;
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

    /** What the person is qualified for, as procedure cards ask for it. */
    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "competence", joinColumns = @JoinColumn(name = "person_id"))
    @Column(name = "name")
    private Set<String> competences = new HashSet<>();

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

    void qualify(String competence) {
        competences.add(competence);
    }

    Set<String> competences() {
        return Set.copyOf(competences);
    }

    String passwordHash() {
        return passwordHash;
    }
}
