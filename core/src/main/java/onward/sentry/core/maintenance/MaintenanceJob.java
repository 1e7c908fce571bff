package onward.sentry.core.maintenance;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import onward.sentry.core.card.MaintenanceProcedure;
import onward.sentry.core.card.Step;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;

/**
 * A maintenance job as its events tell it: steps in the order of the procedure, each recorded when it is done.
 *
 * @param events at least the one that started it, in their order
 */
public record MaintenanceJob(MaintenanceProcedure procedure, List<MaintenanceEvent> events) {

    private static final int LONGEST_REMARK = 500;

    /**
     * Copies what it is given.
     *
     * @param procedure of the card
     * @param events at least the one that started it, in their order
     */
    public MaintenanceJob {
        events = List.copyOf(events);
        if (events.isEmpty() || !(events.get(0) instanceof MaintenanceEvent.Started)) {
            throw new IllegalArgumentException("a job begins with its start");
        }
    }

    /**
     * {@return a job that has just started}
     *
     * @param procedure of the card
     * @param at when
     * @param by display name of the person
     */
    public static MaintenanceJob start(MaintenanceProcedure procedure, Instant at, String by) {
        return new MaintenanceJob(procedure, List.of(new MaintenanceEvent.Started(at, by)));
    }

    /**
     * {@return the job after one more event}
     *
     * @param event what was done
     */
    public MaintenanceJob plus(MaintenanceEvent event) {
        var more = new ArrayList<>(events);
        more.add(event);
        return new MaintenanceJob(procedure, more);
    }

    /** {@return how many steps are done, and so the position of the next one; all of them: the number of steps} */
    public int next() {
        return (int) events.stream()
                .filter(MaintenanceEvent.StepDone.class::isInstance)
                .count();
    }

    /** {@return whether its last step was confirmed and it was ended} */
    public boolean isFinished() {
        return last() instanceof MaintenanceEvent.Finished;
    }

    /**
     * It can be worked on: neither finished nor stopped.
     *
     * @return whether that is so
     */
    public boolean isOpen() {
        return !isFinished() && !(last() instanceof MaintenanceEvent.Stopped);
    }

    private MaintenanceEvent last() {
        return events.get(events.size() - 1);
    }

    /**
     * From when on a wait is over; empty where the next step is no wait. A warm-up of 60 s counts from the step before.
     *
     * @return the moment; empty when there is nothing to wait for
     */
    public Optional<Instant> waitsUntil() {
        if (next() == procedure.steps().size() || !(procedure.steps().get(next()) instanceof Step.WarmUp wait)) {
            return Optional.empty();
        }
        var since = events.stream()
                .filter(event -> !(event instanceof MaintenanceEvent.StepRefused))
                .reduce((before, after) -> after)
                .orElseThrow()
                .at();
        return Optional.of(since.plusSeconds(wait.seconds()));
    }

    /**
     * What confirming a step comes to: done, or refused with the value or answer that does not let the job go on. 3.1 read
     * where at least 3.5 are wanted returns a refusal that stays on record.
     *
     * @param step position in the procedure, from 0
     * @param value that was read off, where the step asks for one
     * @param answer to the question, where the step asks one
     * @param now the moment
     * @param by display name of the person
     * @return what to keep
     * @throws onward.sentry.core.working.Refused with code {@code maintenance-closed}, {@code maintenance-order}, {@code
     *     maintenance-wait}, {@code field-missing}
     */
    public MaintenanceEvent confirm(int step, OptionalDouble value, Optional<Boolean> answer, Instant now, String by) {
        checkOpen();
        Refusal.unless(
                step == next() && step < procedure.steps().size(),
                "maintenance-order",
                "step",
                "Step " + (step + 1) + " is not the next one.",
                "Look at the job again: somebody else may have worked on it.");
        var asked = procedure.steps().get(step);
        waitsUntil()
                .ifPresent(until -> Refusal.unless(
                        !now.isBefore(until),
                        "maintenance-wait",
                        "step",
                        "The wait takes "
                                + Figures.upTo(
                                        Math.ceil(Duration.between(now, until).toMillis() / 1_000.0), 0) + " s more.",
                        "Confirm it when the time is over."));
        boolean good = true;
        if (asked instanceof Step.Measure measure) {
            Refusal.unless(
                    value.isPresent(),
                    "field-missing",
                    "value",
                    measure.quantity().label() + " is missing.",
                    "Type it.");
            good = value.getAsDouble() >= measure.least() && value.getAsDouble() <= measure.most();
        } else if (asked instanceof Step.Ask ask) {
            Refusal.unless(answer.isPresent(), "field-missing", "answer", "The answer is missing.", "Give yes or no.");
            good = answer.get() == ask.goOn();
        }
        return good
                ? new MaintenanceEvent.StepDone(now, by, step, value, answer)
                : new MaintenanceEvent.StepRefused(now, by, step, value, answer);
    }

    /**
     * @param remark of the person; may be empty
     * @param now the moment
     * @param by display name of the person
     * @return what to keep
     * @throws onward.sentry.core.working.Refused with code {@code maintenance-open-step} while a step is not done
     */
    public MaintenanceEvent finish(String remark, Instant now, String by) {
        checkOpen();
        Refusal.unless(
                next() == procedure.steps().size(),
                "maintenance-open-step",
                "step",
                "Step " + (next() + 1) + " of " + procedure.steps().size() + " is not done.",
                "Do it, or stop the job.");
        checkLength("remark", remark);
        return new MaintenanceEvent.Finished(now, by, remark.strip());
    }

    /**
     * @param reason why; a sentence for people
     * @param now the moment
     * @param by display name of the person
     * @return what to keep
     * @throws onward.sentry.core.working.Refused with code {@code remark-missing}
     */
    public MaintenanceEvent stop(String reason, Instant now, String by) {
        checkOpen();
        Refusal.unless(
                !reason.isBlank(), "remark-missing", "reason", "The reason is missing.", "Say why the job stops here.");
        checkLength("reason", reason);
        return new MaintenanceEvent.Stopped(now, by, reason.strip());
    }

    private void checkOpen() {
        Refusal.unless(
                isOpen(),
                "maintenance-closed",
                "",
                "This job is " + (isFinished() ? "finished." : "stopped."),
                "Start another one.");
    }

    private static void checkLength(String field, String text) {
        Refusal.unless(
                text.strip().length() <= LONGEST_REMARK,
                "remark-long",
                field,
                "At most " + LONGEST_REMARK + " characters fit, these are "
                        + text.strip().length() + ".",
                "Shorten the text.");
    }
}
