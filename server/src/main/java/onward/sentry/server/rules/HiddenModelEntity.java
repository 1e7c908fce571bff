package onward.sentry.server.rules;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** A model that this site does not have. */
@Entity
@Table(name = "hidden_model")
class HiddenModelEntity {

    @Id
    private String model;

    private Instant hiddenAt;
    private String hiddenBy;

    protected HiddenModelEntity() {}

    HiddenModelEntity(String model, Instant hiddenAt, String hiddenBy) {
        this.model = model;
        this.hiddenAt = hiddenAt;
        this.hiddenBy = hiddenBy;
    }

    String model() {
        return model;
    }
}
