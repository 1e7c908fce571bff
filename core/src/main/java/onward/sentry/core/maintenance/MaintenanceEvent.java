package onward.sentry.core.maintenance;

import java.time.Instant;
import java.util.Optional;
import java.util.OptionalDouble;

/** Something that happened in a maintenance job; only added to, never changed. */
public sealed interface MaintenanceEvent {

    /** {@return when it happened} */
    Instant at();

    /** {@return who did it} */
    String by();

    /**
     * The job was started.
     *
     * @param at when
     * @param by display name of the person
     */
    record Started(Instant at, String by) implements MaintenanceEvent {}

    /**
     * A step was done.
     *
     * @param step its position in the procedure, from 0
     * @param value that was read off, in the unit of its quantity; empty for other steps
     * @param answer to a question; empty for other steps
     */
    record StepDone(Instant at, String by, int step, OptionalDouble value, Optional<Boolean> answer)
            implements MaintenanceEvent {}

    /** A value or an answer with which the job may not go on; the step stays open. */
    record StepRefused(Instant at, String by, int step, OptionalDouble value, Optional<Boolean> answer)
            implements MaintenanceEvent {}

    /** @param remark may be empty */
    record Finished(Instant at, String by, String remark) implements MaintenanceEvent {}

    /**
     * The job was stopped before its end.
     *
     * @param at when
     * @param by display name of the person
     * @param reason why; a sentence for people
     */
    record Stopped(Instant at, String by, String reason) implements MaintenanceEvent {}
}
