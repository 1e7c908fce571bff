package onward.sentry.server.bench;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import onward.sentry.core.card.NextTry;
import onward.sentry.core.card.Quantity;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.rig.Rig;
import onward.sentry.core.run.RunCommand;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;
import onward.sentry.server.equipment.BenchEquipment;
import onward.sentry.server.gas.Shelf;
import onward.sentry.server.platform.Site;

/**
 * A command as it comes over the wire; which fields it needs depends on its kind.
 *
 * @param clientId made by the device, so that a repeat has no second effect
 * @param step the step that a confirmation names
 * @param at run time on the device, ms; only for typed runs
 * @param conditions what the room is like, in the units that the site reads in
 * @param tried which of the things to try was done before another try
 * @param together also on the lanes of the same manifold that the same hand serves
 */
record CommandBody(
        @NotBlank String clientId,
        @NotNull Kind kind,
        Optional<Integer> step,
        Optional<Long> at,
        Optional<UUID> cylinderId,
        Optional<List<Integer>> setPointsChanged,
        Optional<Boolean> audible,
        Optional<Boolean> visual,
        Optional<Boolean> vibration,
        Optional<Map<Integer, Verdict>> verdicts,
        Optional<Integer> slot,
        Optional<Double> value,
        Optional<Integer> sequence,
        Optional<String> changed,
        Optional<String> remedy,
        Optional<NextTry> tried,
        Optional<Boolean> answer,
        Optional<Boolean> alarmed,
        Optional<List<Integer>> slots,
        Optional<Rig> rig,
        Optional<Boolean> familyAccepted,
        Optional<String> reason,
        Optional<Map<Quantity, Double>> conditions,
        Optional<ReadingSource> source,
        Optional<Boolean> together) {

    enum Kind {
        CONFIRM_CHECKS,
        CONFIRM_STEP,
        MEASURE,
        ANSWER,
        BLOCK_INLET,
        SKIP,
        LEAVE_OUT,
        TRY_AGAIN,
        LEAVE_FAILED,
        START_ZERO,
        CHOOSE_CYLINDER,
        GAS_ON,
        GAS_OFF,
        CONFIRM_ALARMS,
        CONFIRM_SAVED,
        TYPE_READING,
        ENTER_READING,
        DECLARE_SETTLED,
        DECLARE_ALL_SETTLED,
        SWITCH_SOURCE,
        TIME_PASSED,
        WITHDRAW,
        TAKE_OVER,
        REMARK,
        NOTE_CONDITIONS,
        STOP,
        SIGN
    }

    /** @param withoutCompetence who sends it may not adjust this model */
    RunCommand toCore(Shelf shelf, BenchEquipment equipment, Site site, boolean withoutCompetence) {
        return switch (kind) {
            case CONFIRM_CHECKS -> new RunCommand.ConfirmChecks(need(step, "step"));
            case CONFIRM_STEP -> new RunCommand.ConfirmStep(need(step, "step"));
            case MEASURE -> new RunCommand.Measure(need(step, "step"), need(value, "value"));
            case ANSWER -> new RunCommand.Answer(need(step, "step"), need(answer, "answer"));
            case BLOCK_INLET -> new RunCommand.BlockInlet(need(step, "step"), need(alarmed, "alarmed"));
            case SKIP -> new RunCommand.Skip(need(slots, "slots"), need(reason, "reason"));
            case LEAVE_OUT -> new RunCommand.LeaveOut(need(step, "step"), need(reason, "reason"));
            case TRY_AGAIN -> new RunCommand.TryAgain(need(step, "step"), changed.orElse(""), remedy.orElse(""), tried);
            case LEAVE_FAILED -> new RunCommand.LeaveFailed(need(step, "step"));
            case START_ZERO -> new RunCommand.StartZero(need(step, "step"));
            case CHOOSE_CYLINDER -> {
                var chosen = shelf.cylinder(need(cylinderId, "cylinderId"));
                yield new RunCommand.ChooseCylinder(
                        need(step, "step"),
                        chosen.tag(),
                        chosen.cylinder(),
                        site.today(),
                        setPointsChanged.orElse(List.of()),
                        rig.map(equipment::withRegisteredEquipment),
                        familyAccepted.orElse(false));
            }
            case GAS_ON -> new RunCommand.GasOn(need(step, "step"));
            case GAS_OFF -> new RunCommand.GasOff(need(step, "step"));
            case CONFIRM_ALARMS ->
                new RunCommand.ConfirmAlarms(
                        need(step, "step"),
                        need(audible, "audible"),
                        need(visual, "visual"),
                        need(vibration, "vibration"));
            case CONFIRM_SAVED -> new RunCommand.ConfirmSaved(need(step, "step"), need(verdicts, "verdicts"));
            case TYPE_READING -> new RunCommand.TypeReading(need(slot, "slot"), need(value, "value"));
            case ENTER_READING ->
                new RunCommand.EnterReading(need(step, "step"), need(slot, "slot"), need(value, "value"));
            case DECLARE_SETTLED -> new RunCommand.DeclareSettled(need(step, "step"), need(slot, "slot"));
            case DECLARE_ALL_SETTLED -> new RunCommand.DeclareAllSettled(need(step, "step"));
            case SWITCH_SOURCE -> new RunCommand.SwitchSource(need(source, "source"));
            case TIME_PASSED -> new RunCommand.TimePassed();
            case WITHDRAW -> new RunCommand.Withdraw(need(sequence, "sequence"));
            case TAKE_OVER -> new RunCommand.TakeOver(withoutCompetence);
            case REMARK -> new RunCommand.Remark(need(reason, "reason"));
            case NOTE_CONDITIONS -> new RunCommand.NoteConditions(need(conditions, "conditions"));
            case STOP -> new RunCommand.Stop(need(reason, "reason"));
            case SIGN -> new RunCommand.Sign(site.today());
        };
    }

    private <T> T need(Optional<T> field, String name) {
        return field.orElseThrow(() -> new Refused(new Refusal(
                "field-missing", name, "'" + name + "' is missing for " + kind + ".", "Send it with the command.")));
    }
}
