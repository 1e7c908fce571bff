package onward.sentry.core.run;

import static onward.sentry.core.working.Refusal.unless;

import onward.sentry.core.card.Step;
import onward.sentry.core.detector.SensorSpec;

/** Leaves a sensor, or a gas that the card does not insist on, out of the run, with a reason. */
final class SkipRules {

    private SkipRules() {}

    static RunEvent.SensorsSkipped skipped(RunState state, RunTraces traces, RunCommand.Skip c, long now) {
        var slots = state.sensors().stream().map(SensorSpec::slot).toList();
        unless(
                state.phase() == RunPhase.OPEN && !c.slots().isEmpty() && slots.containsAll(c.slots()),
                "skip-slots",
                "slots",
                "This run is about slots " + slots + ", not " + c.slots() + ".",
                "Name the sensors to leave out while steps are left.");
        unless(
                !isMeasuring(state) || c.slots().stream().allMatch(slot -> isOverdue(state, traces, slot)),
                "skip-not-now",
                "slots",
                "Readings are being taken.",
                "Wait until the time for them is over; a sensor without a reading can be skipped then.");
        unless(
                slots.size() > state.skipped().size() + c.slots().size(),
                "skip-all",
                "slots",
                "No sensor would be left.",
                "Stop the run with a reason instead.");
        needReason(c.reason(), "A sensor is skipped with a reason.");
        return new RunEvent.SensorsSkipped(now, c.slots(), c.reason().strip());
    }

    private static boolean isMeasuring(RunState state) {
        return state.gasIsOn() || state.zeroStartedAt().isPresent();
    }

    /** The time for its reading has passed, and there is none. */
    private static boolean isOverdue(RunState state, RunTraces traces, int slot) {
        var unread = Unread.of(state, traces, traces.now());
        return unread.isPresent() && unread.get().slots().contains(slot);
    }

    static RunEvent.GasLeftOut gas(RunState state, Step.ApplyGas gas, RunCommand.LeaveOut c, long now) {
        unless(
                gas.mayBeLeftOut() && !state.gasIsOn(),
                "leave-out-not-now",
                "",
                gas.mayBeLeftOut() ? "Gas is on." : "The card does not let this gas be left out.",
                gas.mayBeLeftOut() ? "Turn it off first." : "Skip the sensor, or stop the run, with a reason.");
        needReason(c.reason(), "Gas is left out with a reason.");
        return new RunEvent.GasLeftOut(now, c.step(), c.reason().strip());
    }

    private static void needReason(String reason, String sentence) {
        unless(!reason.isBlank(), "reason-missing", "reason", sentence, "Say in a few words why.");
    }
}
