package onward.sentry.server.maintenance;

import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.UUID;
import java.util.stream.IntStream;
import onward.sentry.core.card.MaintenanceKind;
import onward.sentry.core.card.Step;
import onward.sentry.core.maintenance.MaintenanceEvent;
import onward.sentry.core.maintenance.PartStock;
import onward.sentry.core.units.SiteUnits;
import onward.sentry.server.maintenance.Maintenance.Worked;

/**
 * A maintenance job as the page shows it.
 *
 * @param newSerial of the sensor that goes in; empty where none is replaced
 * @param next position of the step to do; the number of steps when all are done
 * @param waitsUntil end of the wait that is the next step
 * @param refused the last value or answer that did not let the job go on; empty: none since the last step
 */
record MaintenanceView(
        UUID id,
        String serial,
        String model,
        MaintenanceKind kind,
        String title,
        MaintenanceKind.FollowUp followUp,
        Optional<Integer> slot,
        String newSerial,
        Instant startedAt,
        String startedBy,
        boolean open,
        boolean finished,
        Optional<String> closingRemark,
        List<MaintenanceStep> steps,
        int next,
        Optional<Instant> waitsUntil,
        Optional<String> refused,
        List<MaintenancePart> parts) {

    /** What a step wants from the hands. */
    enum StepKind {
        CHECKS,
        CONFIRM,
        MEASURE,
        ASK,
        WAIT
    }

    /**
     * @param sentence what to do
     * @param items of a check, one a line
     * @param unit of what is read off
     * @param seconds of a wait
     * @param done when, by whom, and with which value; empty: not yet
     */
    record MaintenanceStep(
            StepKind kind,
            String title,
            String sentence,
            List<String> items,
            String note,
            String unit,
            OptionalDouble least,
            OptionalDouble most,
            int seconds,
            Optional<MaintenanceStepDone> done) {}

    record MaintenanceStepDone(Instant at, String by, String said) {}

    /** @param inStock empty: nobody counts this part */
    record MaintenancePart(String name, int count, Optional<Integer> inStock) {}

    static MaintenanceView of(Worked worked, String serial, Map<String, PartStock> stocks, SiteUnits units) {
        var entity = worked.entity();
        var job = worked.job();
        var done = new HashMap<Integer, MaintenanceEvent.StepDone>();
        Optional<String> refused = Optional.empty();
        Optional<String> closing = Optional.empty();
        for (var event : job.events()) {
            if (event instanceof MaintenanceEvent.StepDone step) {
                done.put(step.step(), step);
                refused = Optional.empty();
            } else if (event instanceof MaintenanceEvent.StepRefused step) {
                refused = Optional.of(wayOut(job.procedure().steps().get(step.step())));
            } else if (event instanceof MaintenanceEvent.Finished end) {
                closing = Optional.of(end.remark());
            } else if (event instanceof MaintenanceEvent.Stopped end) {
                closing = Optional.of(end.reason());
            }
        }
        var steps = job.procedure().steps();
        return new MaintenanceView(
                entity.id(),
                serial,
                entity.cardModel(),
                entity.kind(),
                entity.kind().label(),
                entity.kind().followUp(),
                entity.slot(),
                entity.newSerial(),
                entity.startedAt(),
                entity.startedBy(),
                job.isOpen(),
                job.isFinished(),
                closing,
                IntStream.range(0, steps.size())
                        .mapToObj(i -> step(steps.get(i), Optional.ofNullable(done.get(i)), units))
                        .toList(),
                job.next(),
                job.isOpen() ? job.waitsUntil() : Optional.empty(),
                refused,
                job.procedure().parts().stream()
                        .map(part -> new MaintenancePart(
                                part.name(),
                                entity.isFinished() ? entity.partsUsed().getOrDefault(part.name(), 0) : part.count(),
                                Optional.ofNullable(stocks.get(part.name())).map(PartStock::count)))
                        .toList());
    }

    private static String wayOut(Step step) {
        return step instanceof Step.Measure measure
                ? measure.wayOut()
                : step instanceof Step.Ask ask ? ask.wayOut() : "";
    }

    private static MaintenanceStep step(Step step, Optional<MaintenanceEvent.StepDone> event, SiteUnits units) {
        var done = event.map(one -> new MaintenanceStepDone(one.at(), one.by(), said(step, one, units)));
        if (step instanceof Step.Checks checks) {
            return plain(StepKind.CHECKS, "Checks", "Check each of these.", checks.items(), step.note(), done);
        }
        if (step instanceof Step.Confirm confirm) {
            return plain(StepKind.CONFIRM, confirm.title(), confirm.sentence(), List.of(), step.note(), done);
        }
        if (step instanceof Step.Ask ask) {
            return plain(StepKind.ASK, ask.title(), ask.question(), List.of(), step.note(), done);
        }
        if (step instanceof Step.WarmUp wait) {
            return new MaintenanceStep(
                    StepKind.WAIT,
                    "Wait",
                    "Switch it on and let it warm up.",
                    List.of(),
                    step.note(),
                    "",
                    OptionalDouble.empty(),
                    OptionalDouble.empty(),
                    wait.seconds(),
                    done);
        }
        var measure = (Step.Measure) step;
        return new MaintenanceStep(
                StepKind.MEASURE,
                measure.quantity().label(),
                "Read off: " + measure.quantity().label().toLowerCase() + ".",
                List.of(),
                step.note(),
                measure.quantity().unit(),
                OptionalDouble.of(measure.least()),
                OptionalDouble.of(measure.most()),
                0,
                done);
    }

    private static MaintenanceStep plain(
            StepKind kind,
            String title,
            String sentence,
            List<String> items,
            String note,
            Optional<MaintenanceStepDone> done) {
        return new MaintenanceStep(
                kind, title, sentence, items, note, "", OptionalDouble.empty(), OptionalDouble.empty(), 0, done);
    }

    private static String said(Step step, MaintenanceEvent.StepDone done, SiteUnits units) {
        if (step instanceof Step.Measure measure && done.value().isPresent()) {
            return measure.quantity().text(done.value().getAsDouble(), units);
        }
        return done.answer().map(yes -> yes ? "yes" : "no").orElse("");
    }
}
