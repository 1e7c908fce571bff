package onward.sentry.server.people;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import onward.sentry.core.policy.Competence;
import onward.sentry.core.policy.Pin;

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
    private Set<Qualified> competences = new HashSet<>();

    /** The day on which the person left the site; null while there. */
    private LocalDate leftOn;

    /** Somebody else has seen the password: it is good for choosing an own one only. */
    private boolean passwordTemporary;

    /** Null where no PIN was chosen. */
    private String pinHash;

    /** Wrong ones in a row. */
    private int pinFailures;

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

    /** A later end takes the place of an earlier one. */
    void qualify(Competence competence) {
        disqualify(competence.name());
        competences.add(Qualified.of(competence));
    }

    boolean disqualify(String name) {
        return competences.removeIf(one -> one.name().equals(name));
    }

    /** By name, the ended ones too. */
    List<Competence> competences() {
        return competences.stream()
                .map(Qualified::toCore)
                .sorted(Comparator.comparing(Competence::name))
                .toList();
    }

    Set<String> competencesOn(LocalDate day) {
        return competences().stream()
                .filter(competence -> competence.holdsOn(day))
                .map(Competence::name)
                .collect(Collectors.toSet());
    }

    Optional<LocalDate> leftOn() {
        return Optional.ofNullable(leftOn);
    }

    void leave(LocalDate on) {
        leftOn = on;
    }

    void comeBack() {
        leftOn = null;
    }

    void becomes(Role other) {
        role = other;
    }

    boolean passwordTemporary() {
        return passwordTemporary;
    }

    void password(String hash, boolean temporary) {
        passwordHash = hash;
        passwordTemporary = temporary;
    }

    Optional<String> pinHash() {
        return Optional.ofNullable(pinHash);
    }

    /** @param hash null: the PIN is given up */
    void pin(String hash) {
        pinHash = hash;
        pinFailures = 0;
    }

    void pinFailed() {
        pinFailures++;
    }

    void pinGiven() {
        pinFailures = 0;
    }

    boolean isPinClosed() {
        return pinFailures >= Pin.MOST_FAILURES;
    }

    String passwordHash() {
        return passwordHash;
    }
}
