package onward.sentry.server.maintenance;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.UUID;
import onward.sentry.core.maintenance.MaintenanceEvent;
import org.hibernate.annotations.Immutable;

/** One event of a maintenance job, in columns; never changed. */
@Entity
@Immutable
@Table(name = "maintenance_event")
@IdClass(MaintenanceEventEntity.Key.class)
class MaintenanceEventEntity {

    /** Which event of which job. */
    static final class Key implements Serializable {
        private static final long serialVersionUID = 1;

        private UUID job;
        private int seq;

        @Override
        public boolean equals(Object other) {
            return other instanceof Key key && key.seq == seq && key.job.equals(job);
        }

        @Override
        public int hashCode() {
            return 31 * job.hashCode() + seq;
        }
    }

    /** Stored by name. */
    private enum Kind {
        STARTED,
        STEP_DONE,
        STEP_REFUSED,
        FINISHED,
        STOPPED
    }

    @Id
    @ManyToOne(fetch = FetchType.LAZY)
    @JoinColumn(name = "job_id")
    private MaintenanceJobEntity job;

    @Id
    private int seq;

    @Enumerated(EnumType.STRING)
    private Kind kind;

    private Instant at;

    @Column(name = "by")
    private String doneBy;

    private Integer step;
    private Double number;
    private Boolean answer;
    private String words = "";

    protected MaintenanceEventEntity() {}

    MaintenanceEventEntity(MaintenanceJobEntity job, int seq, MaintenanceEvent event) {
        this.job = job;
        this.seq = seq;
        this.at = event.at();
        this.doneBy = event.by();
        if (event instanceof MaintenanceEvent.Started) {
            kind = Kind.STARTED;
        } else if (event instanceof MaintenanceEvent.StepDone done) {
            kind = Kind.STEP_DONE;
            asked(done.step(), done.value(), done.answer());
        } else if (event instanceof MaintenanceEvent.StepRefused refused) {
            kind = Kind.STEP_REFUSED;
            asked(refused.step(), refused.value(), refused.answer());
        } else if (event instanceof MaintenanceEvent.Finished finished) {
            kind = Kind.FINISHED;
            words = finished.remark();
        } else {
            kind = Kind.STOPPED;
            words = ((MaintenanceEvent.Stopped) event).reason();
        }
    }

    private void asked(int position, OptionalDouble value, Optional<Boolean> given) {
        step = position;
        number = value.isPresent() ? value.getAsDouble() : null;
        answer = given.orElse(null);
    }

    MaintenanceEvent toCore() {
        var value = number == null ? OptionalDouble.empty() : OptionalDouble.of(number);
        return switch (kind) {
            case STARTED -> new MaintenanceEvent.Started(at, doneBy);
            case STEP_DONE -> new MaintenanceEvent.StepDone(at, doneBy, step, value, Optional.ofNullable(answer));
            case STEP_REFUSED -> new MaintenanceEvent.StepRefused(at, doneBy, step, value, Optional.ofNullable(answer));
            case FINISHED -> new MaintenanceEvent.Finished(at, doneBy, words);
            case STOPPED -> new MaintenanceEvent.Stopped(at, doneBy, words);
        };
    }
}
