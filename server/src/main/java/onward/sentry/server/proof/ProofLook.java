package onward.sentry.server.proof;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** One look through everything on record. */
@Entity
@Table(name = "proof_look")
class ProofLook {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Instant at;
    private boolean holds;
    private String walks;

    protected ProofLook() {}

    /** @param walks what each walk came to, as JSON */
    ProofLook(Instant at, boolean holds, String walks) {
        this.at = at;
        this.holds = holds;
        this.walks = walks;
    }

    Instant at() {
        return at;
    }

    boolean holds() {
        return holds;
    }

    String walks() {
        return walks;
    }
}
