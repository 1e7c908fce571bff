package onward.sentry.core.replay;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Optional;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.Quantity;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.RunCommand;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.trace.Reading;
import onward.sentry.core.units.SiteUnits;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;

/**
 * A stored run worked again: what people did, at the same moments, on the same readings. What the readings decide is
 * decided again, so that a record can be held against the rules that it names.
 *
 * @param run as it came out this time
 * @param notRepeated what people did that the rules did not allow this time, in words
 */
public record Replay(LiveRun run, List<String> notRepeated) {

    /**
     * Copies what it is given.
     *
     * @param run as it came out this time
     * @param notRepeated what people did that the rules did not allow this time, in words
     */
    public Replay {
        notRepeated = List.copyOf(notRepeated);
    }

    /**
     * Works it again.
     *
     * @param card the procedure card of the model
     * @param policy the rules of the site
     * @param events of the run, oldest first; the first one is its start
     * @param readings that came over the link, in order; typed ones are among the events
     * @return the run as it would be judged again
     */
    public static Replay of(ProcedureCard card, SitePolicy policy, List<RunEvent> events, List<Reading> readings) {
        Refusal.unless(
                !events.isEmpty() && events.get(0) instanceof RunEvent.RunStarted,
                "events-no-start",
                "events[0]",
                "The first event of a run is its start.",
                "Give the events from the first one on, oldest first.");
        var run = LiveRun.start(card, policy, (RunEvent.RunStarted) events.get(0));
        var refused = new ArrayList<String>();
        int next = 0;
        for (var event : events) {
            while (next < readings.size() && readings.get(next).at() <= event.at()) {
                run.observe(readings.get(next++));
            }
            var command = command(event, policy.units())
                    .filter(c ->
                            !(c instanceof RunCommand.GasOff) || run.state().gasIsOn());
            if (command.isPresent()) {
                var by = event instanceof RunEvent.RunTakenOver e
                        ? e.by()
                        : run.state().technician();
                try {
                    if (leavesGasOn(event, run)) {
                        run.carryOut(new RunCommand.GasOff(run.state().step()), event.at(), by);
                    }
                    run.carryOut(command.get(), event.at(), by);
                } catch (Refused e) {
                    refused.add("at " + Figures.seconds(event.at()) + ": "
                            + event.getClass().getSimpleName() + ": "
                            + e.refusal().reason());
                }
            }
        }
        return new Replay(run, refused);
    }

    /** Older records go on to another try, or stop, without closing the valve first. */
    private static boolean leavesGasOn(RunEvent event, LiveRun run) {
        return run.state().gasIsOn()
                && (event instanceof RunEvent.TryStarted
                        || event instanceof RunEvent.RunStopped
                        || event instanceof RunEvent.RunSigned);
    }

    /** What somebody did to bring the event about; empty where the readings did. */
    private static Optional<RunCommand> command(RunEvent event, SiteUnits units) {
        if (event instanceof RunEvent.ChecksConfirmed e) {
            return Optional.of(new RunCommand.ConfirmChecks(e.step()));
        }
        if (event instanceof RunEvent.StepConfirmed e) {
            return Optional.of(new RunCommand.ConfirmStep(e.step()));
        }
        if (event instanceof RunEvent.Measured e) {
            return Optional.of(
                    new RunCommand.Measure(e.step(), e.quantity().in(units).shown(e.value())));
        }
        if (event instanceof RunEvent.MeasurementRefused e) {
            return Optional.of(
                    new RunCommand.Measure(e.step(), e.quantity().in(units).shown(e.value())));
        }
        if (event instanceof RunEvent.Answered e) {
            return Optional.of(new RunCommand.Answer(e.step(), e.answer()));
        }
        if (event instanceof RunEvent.AnswerRefused e) {
            return Optional.of(new RunCommand.Answer(e.step(), e.answer()));
        }
        if (event instanceof RunEvent.BlockTested e) {
            return Optional.of(new RunCommand.BlockInlet(e.step(), e.alarmed()));
        }
        if (event instanceof RunEvent.SensorsSkipped e) {
            return Optional.of(new RunCommand.Skip(e.slots(), e.reason()));
        }
        if (event instanceof RunEvent.GasLeftOut e) {
            return Optional.of(new RunCommand.LeaveOut(e.step(), e.reason()));
        }
        if (event instanceof RunEvent.ZeroStarted e) {
            return Optional.of(new RunCommand.StartZero(e.step()));
        }
        if (event instanceof RunEvent.CylinderChosen e && !e.straightOn()) {
            return Optional.of(new RunCommand.ChooseCylinder(
                    e.step(), e.cylinderId(), e.cylinder(), e.on(), e.setPointsChanged(), e.rig(), e.familyAccepted()));
        }
        if (event instanceof RunEvent.GasOpened e && !e.seen()) {
            return Optional.of(new RunCommand.GasOn(e.step()));
        }
        if (event instanceof RunEvent.PaperEntered e) {
            return Optional.of(new RunCommand.EnterPaper(e.lines(), e.cylinderId(), e.cylinder(), e.on(), e.doneBy()));
        }
        if (event instanceof RunEvent.LaboratoryEntered e) {
            return Optional.of(
                    new RunCommand.EnterLaboratory(e.lines(), e.laboratory(), e.certificate(), e.on(), e.statedDue()));
        }
        if (event instanceof RunEvent.BumpSeen e) {
            return Optional.of(
                    new RunCommand.SeeBump(e.cylinderId(), e.cylinder(), e.on(), e.silent(), e.alarms(), e.readings()));
        }
        if (event instanceof RunEvent.ReadingTyped e) {
            return Optional.of(new RunCommand.TypeReading(e.slot(), e.value()));
        }
        if (event instanceof RunEvent.ReadingAccepted e && e.outcome().how().equals("declared")) {
            return Optional.of(
                    new RunCommand.DeclareSettled(e.step(), e.outcome().slot()));
        }
        if (event instanceof RunEvent.ZeroJudged e
                && e.outcomes().stream().allMatch(outcome -> outcome.how().equals("declared"))) {
            return Optional.of(
                    e.outcomes().size() == 1
                            ? new RunCommand.DeclareSettled(
                                    e.step(), e.outcomes().get(0).slot())
                            : new RunCommand.DeclareAllSettled(e.step()));
        }
        if (event instanceof RunEvent.SourceSwitched e) {
            return Optional.of(new RunCommand.SwitchSource(e.source()));
        }
        return later(event, units);
    }

    private static Optional<RunCommand> later(RunEvent event, SiteUnits units) {
        if (event instanceof RunEvent.TryStarted e) {
            return Optional.of(new RunCommand.TryAgain(e.step(), e.changed(), e.remedy(), e.tried()));
        }
        if (event instanceof RunEvent.FailureLeft e) {
            return Optional.of(new RunCommand.LeaveFailed(e.step()));
        }
        if (event instanceof RunEvent.AlarmsConfirmed e) {
            return Optional.of(new RunCommand.ConfirmAlarms(e.step(), e.audible(), e.visual(), e.vibration()));
        }
        if (event instanceof RunEvent.SavedOnInstrument e) {
            return Optional.of(new RunCommand.ConfirmSaved(e.step(), e.verdicts()));
        }
        if (event instanceof RunEvent.GasClosed e && !e.seen()) {
            return Optional.of(new RunCommand.GasOff(e.step()));
        }
        if (event instanceof RunEvent.ConfirmationWithdrawn e) {
            return Optional.of(new RunCommand.Withdraw(e.sequence()));
        }
        if (event instanceof RunEvent.Remarked e) {
            return Optional.of(new RunCommand.Remark(e.text()));
        }
        if (event instanceof RunEvent.ConditionsNoted e) {
            var shown = new EnumMap<Quantity, Double>(Quantity.class);
            e.values()
                    .forEach((quantity, value) ->
                            shown.put(quantity, quantity.in(units).shown(value)));
            return Optional.of(new RunCommand.NoteConditions(shown));
        }
        if (event instanceof RunEvent.LanePlaced e) {
            return Optional.of(new RunCommand.Place(e.room(), e.manifold(), e.sharing()));
        }
        if (event instanceof RunEvent.RunTakenOver e) {
            return Optional.of(new RunCommand.TakeOver(e.withoutCompetence()));
        }
        if (event instanceof RunEvent.Countersigned e) {
            return Optional.of(new RunCommand.Countersign(e.by()));
        }
        if (event instanceof RunEvent.RunStopped e) {
            return Optional.of(new RunCommand.Stop(e.reason()));
        }
        if (event instanceof RunEvent.RunSigned e) {
            return Optional.of(new RunCommand.Sign(e.on()));
        }
        return Optional.empty();
    }
}
