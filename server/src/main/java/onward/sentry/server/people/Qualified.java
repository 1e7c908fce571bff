package onward.sentry.server.people;

import jakarta.persistence.Embeddable;
import java.time.LocalDate;
import java.util.Optional;
import onward.sentry.core.policy.Competence;

/** A competence as it is stored. */
@Embeddable
record Qualified(String name, LocalDate until) {

    static Qualified of(Competence competence) {
        return new Qualified(competence.name(), competence.until().orElse(null));
    }

    Competence toCore() {
        return new Competence(name, Optional.ofNullable(until));
    }
}
