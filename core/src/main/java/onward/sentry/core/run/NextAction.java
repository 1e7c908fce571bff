package onward.sentry.core.run;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.Purpose;
import onward.sentry.core.card.Step;

/**
 * The one thing to do next, in one sentence.
 *
 * @param kind what it is, for programs
 * @param step position of the step it belongs to; a confirmation names it
 * @param sentence what to do, large on the screen
 * @param details what belongs to it, short
 * @param confirm what the button says; empty when nothing is to be confirmed
 * @param seenInReadings the readings show that it is done; a confirmation is only the way out when they do not
 * @param countdown what the clock counts to, if anything
 * @param cautions cautions for this step only
 */
public record NextAction(
        Kind kind,
        int step,
        String sentence,
        List<String> details,
        Optional<String> confirm,
        boolean seenInReadings,
        Optional<Countdown> countdown,
        List<String> cautions) {

    /** What kind of hand is wanted. */
    public enum Kind {
        CONFIRM_CHECKS,
        CONFIRM_STEP,
        WAIT_WARM_UP,
        START_ZERO,
        WAIT_ZERO,
        CHOOSE_CYLINDER,
        OPEN_GAS,
        WAIT_SETTLE,
        CONFIRM_ALARMS,
        CONFIRM_SAVED,
        TRY_AGAIN,
        CLOSE_GAS,
        WAIT_CLEAR,
        SIGN,
        DONE
    }

    /** Counts from one moment of run time to another, ms. */
    public record Countdown(long from, long until, String label) {}

    private static final String NO_ALARM = "In calibration mode this detector does not alarm: it protects nobody.";

    public static NextAction of(RunState state) {
        if (state.phase() == RunPhase.SIGNED) {
            return waiting(state, Kind.DONE, "Signed. Store the regulator off the cylinder.", Optional.empty());
        }
        if (state.phase() == RunPhase.STOPPED) {
            return waiting(state, Kind.DONE, "Stopped. What was done stays on record.", Optional.empty());
        }
        var step = state.currentStep().orElse(null);
        return ofStep(state, step).withNote(step == null ? "" : step.note());
    }

    private static NextAction ofStep(RunState state, Step step) {
        if (state.awaitsTry()) {
            return tryAgain(state);
        }
        if (step instanceof Step.Confirm confirm) {
            return asking(state, Kind.CONFIRM_STEP, confirm.sentence(), "Done", false);
        }
        if (step instanceof Step.Checks checks) {
            return asking(state, Kind.CONFIRM_CHECKS, "Check the detector before gas", "All checked", false)
                    .withDetails(checks.items());
        }
        if (step instanceof Step.WarmUp warmUp) {
            long end = state.stepSince() + warmUp.seconds() * 1000L;
            return waiting(
                            state,
                            Kind.WAIT_WARM_UP,
                            "Wait: the detector is warming up",
                            Optional.of(new Countdown(state.stepSince(), end, "warm-up")))
                    .withDetails(List.of("Meanwhile: regulator and cup within reach, cylinder upright."));
        }
        if (step instanceof Step.Zero zero) {
            return zero(state, zero);
        }
        if (step instanceof Step.ApplyGas gas) {
            return gas(state, gas);
        }
        if (step instanceof Step.ConfirmAlarms) {
            return asking(state, Kind.CONFIRM_ALARMS, "Which alarms do you notice?", "Confirm alarms", false);
        }
        if (step instanceof Step.SaveOnInstrument) {
            return asking(
                            state,
                            Kind.CONFIRM_SAVED,
                            "Save on the instrument, then note what it shows",
                            "Saved on the instrument",
                            false)
                    .withDetails(List.of("What is not saved there is lost."))
                    .withCautions(List.of(NO_ALARM));
        }
        if (step instanceof Step.ClearDown clear) {
            return clearDown(state, clear);
        }
        return asking(state, Kind.SIGN, signSentence(state), "Sign the record", false);
    }

    private static NextAction tryAgain(RunState state) {
        var failed = state.failedHere().stream()
                .map(slot -> state.card().sensor(slot).gas().name())
                .collect(Collectors.joining(" and "));
        int wait = state.card().tries().waitSeconds();
        var action = asking(
                        state,
                        Kind.TRY_AGAIN,
                        failed + " failed: change what you suspect, then try again",
                        "Try again",
                        false)
                .withDetails(List.of(
                        "Try " + state.tries() + " of " + state.card().tries().most() + ".",
                        "First the gas and the rig, then the sensor."));
        if (wait == 0) {
            return action;
        }
        long since = state.events().get(state.events().size() - 1).at();
        return new NextAction(
                action.kind,
                action.step,
                action.sentence,
                action.details,
                action.confirm,
                false,
                Optional.of(until(since, wait, "until the next try")),
                List.of());
    }

    private static NextAction zero(RunState state, Step.Zero zero) {
        if (state.zeroStartedAt().isEmpty()) {
            return asking(
                            state,
                            Kind.START_ZERO,
                            "Adapter off, clean air: start the zero on the instrument",
                            "Zero started",
                            false)
                    .withDetails(List.of(
                            "Adapter off: trapped gas would become the zero.",
                            "Oxygen is set to 20.9 vol% in the same step."))
                    .withCautions(List.of("Never zero beside somebody's open gas."));
        }
        long since = state.zeroStartedAt().getAsLong();
        return waiting(
                state,
                Kind.WAIT_ZERO,
                "Hold still in clean air: zero is settling",
                Optional.of(until(since, zero.accept().endSeconds(), "zero limit")));
    }

    private static NextAction gas(RunState state, Step.ApplyGas gas) {
        if (state.gasOpenedAt().isEmpty() && state.gasIsOn()) {
            return closing(state)
                    .withDetails(List.of("The next gas comes from another cylinder, or after a change of the rig."));
        }
        if (state.cylinder().isEmpty()) {
            return asking(state, Kind.CHOOSE_CYLINDER, "Choose the cylinder", "Use this cylinder", false)
                    .withDetails(List.of("Compare its label with the set points, line by line."));
        }
        if (state.gasOpenedAt().isEmpty()) {
            return asking(
                            state,
                            Kind.OPEN_GAS,
                            "Cup on, tubing fully home, open the valve",
                            "Gas is on",
                            !state.typed())
                    .withDetails(List.of("Purge the regulator first, pointing away from people."))
                    .withCautions(List.of(NO_ALARM, "Ventilate: calibration gas is toxic or asphyxiating."));
        }
        long since = state.gasOpenedAt().orElseThrow();
        return waiting(
                        state,
                        Kind.WAIT_SETTLE,
                        state.typed()
                                ? "Keep gas on and type what the display shows"
                                : "Keep gas on: " + waitingFor(gas),
                        Optional.of(until(since, gas.accept().endSeconds(), "gas limit")))
                .withCautions(List.of(NO_ALARM));
    }

    private static String waitingFor(Step.ApplyGas gas) {
        if (gas.are(Purpose.AS_FOUND)) {
            return "as-found readings are settling";
        }
        return gas.are(Purpose.VERIFY) ? "checking what was just set" : "readings are settling";
    }

    private static NextAction clearDown(RunState state, Step.ClearDown clear) {
        if (state.gasIsOn()) {
            return closing(state).withDetails(List.of("Alarms may sound as the cup comes off: expected."));
        }
        long since = state.gasClosedAt().orElse(state.stepSince());
        return waiting(
                state,
                Kind.WAIT_CLEAR,
                state.typed()
                        ? "Wait for clean air, then type what the display shows"
                        : "Wait: the sensors are clearing down",
                Optional.of(until(since, clear.limitSeconds(), "clear-down limit")));
    }

    private static NextAction closing(RunState state) {
        return asking(state, Kind.CLOSE_GAS, "Close the valve and take the cup off", "Gas is off", !state.typed());
    }

    private static String signSentence(RunState state) {
        var verdict = SignOff.of(state, state.stepSince(), LocalDate.EPOCH).verdict();
        if (state.started().map(RunEvent.RunStarted::job).orElse(null) == Job.BUMP) {
            return verdict.good() ? "The bump passed: sign it" : "The bump failed: sign it, then calibrate";
        }
        return switch (verdict) {
            case PASS -> "All sensors passed: sign the record";
            case MARGINAL -> "Works, but a sensor is fading: sign the record, order the part";
            case NOT_JUDGED, FAIL -> "A sensor failed: sign, tag the detector, keep it out of use";
        };
    }

    private static Countdown until(long since, double seconds, String label) {
        return new Countdown(since, since + Math.round(seconds * 1000), label);
    }

    private static NextAction asking(RunState state, Kind kind, String sentence, String confirm, boolean seen) {
        return new NextAction(
                kind, state.step(), sentence, List.of(), Optional.of(confirm), seen, Optional.empty(), List.of());
    }

    private static NextAction waiting(RunState state, Kind kind, String sentence, Optional<Countdown> countdown) {
        return new NextAction(kind, state.step(), sentence, List.of(), Optional.empty(), false, countdown, List.of());
    }

    private NextAction withNote(String note) {
        if (note.isEmpty()) {
            return this;
        }
        var more = new ArrayList<>(details);
        more.add(note);
        return withDetails(more);
    }

    private NextAction withDetails(List<String> more) {
        return new NextAction(kind, step, sentence, more, confirm, seenInReadings, countdown, cautions);
    }

    private NextAction withCautions(List<String> more) {
        return new NextAction(kind, step, sentence, details, confirm, seenInReadings, countdown, more);
    }
}
