package onward.sentry.core.run;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.Purpose;
import onward.sentry.core.card.Step;
import onward.sentry.core.card.ZeroAir;
import onward.sentry.core.doubt.Doubt;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.rig.Delivery;
import onward.sentry.core.rig.Intake;
import onward.sentry.core.rig.Regulator;
import onward.sentry.core.rig.Rig;
import onward.sentry.core.run.NextAction.Kind;

/**
 * Finds the one thing to do next. Gas that is on while nothing is measured always comes first.
 *
 * @param moment when it is to be done: gas that is held for too long and a silent gateway change what comes next
 * @param unread sensors whose reading should have come by now
 */
record NextActionResolver(RunState state, SitePolicy policy, RunMoment moment, Optional<Unread> unread) {

    private static final String ENDED_EARLY =
            "Gas ended before every reading was taken. What is missing is read again, and this was no try.";

    private static final String SKIP_OR_TYPE = "Skip it with a reason, or switch this run to typed readings.";

    private static final String CHECK_GATEWAY = "Check the gateway, or switch this run to typed readings.";

    NextAction action() {
        var action = alone();
        return action.withFollowing(following(action));
    }

    /** What hands do in the same go: nothing is judged and nobody waits between the two. */
    private Optional<NextAction.Following> following(NextAction action) {
        return switch (action.kind()) {
            case CONFIRM_CHECKS -> {
                var checked = new RunEvent.ChecksConfirmed(moment.now(), state.step(), action.details());
                yield after(checked)
                        .map(NextActionResolver::alone)
                        .filter(next -> next.kind() == Kind.BLOCK_TEST)
                        .map(next -> new NextAction.Following(next.kind(), next.sentence(), "the pump alarmed"));
            }
            case CHOOSE_CYLINDER -> {
                boolean now = state.typed() && action.countdown().isEmpty();
                yield now && state.currentStep().orElse(null) instanceof Step.ApplyGas
                        ? Optional.of(new NextAction.Following(Kind.OPEN_GAS, openSentence(), "gas is on"))
                        : Optional.empty();
            }
            case CLOSE_GAS -> state.typed() && state.held().isEmpty() ? afterGas() : Optional.empty();
            case WAIT_CLEAR -> {
                var cleared = new RunEvent.ClearedDown(moment.now(), state.step(), List.of(), List.of());
                yield after(cleared)
                        .filter(next -> state.typed() && next.state().zeroesInRoomAir())
                        .map(next -> new NextAction.Following(
                                Kind.START_ZERO, next.alone().sentence(), "zero started"));
            }
            default -> Optional.empty();
        };
    }

    private Optional<NextAction.Following> afterGas() {
        var closed = state.plus(List.of(new RunEvent.GasClosed(moment.now(), state.step(), false, Map.of())));
        if (closed.currentStep().orElse(null) instanceof Step.SaveOnInstrument
                && state.doubts().isEmpty()) {
            return Optional.of(new NextAction.Following(
                    Kind.CONFIRM_SAVED, "Save on the instrument, then note what it shows", "saved: it shows pass"));
        }
        var resting = closed.restsUntil();
        boolean rests = resting.isPresent() && resting.getAsLong() > moment.now();
        return rests
                ? Optional.empty()
                : new Reconnection(closed)
                        .cylinder()
                        .map(cylinder -> new NextAction.Following(
                                Kind.OPEN_GAS,
                                cylinder.cylinderId() + ": " + lowerFirst(openSentence()),
                                cylinder.cylinderId() + " is on"));
    }

    /** What comes once an event has ended the step; empty where it does not end it. */
    private Optional<NextActionResolver> after(RunEvent event) {
        var later = state.plus(List.of(event));
        return later.step() == state.step()
                ? Optional.empty()
                : Optional.of(new NextActionResolver(later, policy, moment, Optional.empty()));
    }

    private NextAction alone() {
        if (state.phase() == RunPhase.SIGNED) {
            return waiting(Kind.DONE, signed()).withDetails(List.of("Store the regulator off the cylinder."));
        }
        if (state.phase() == RunPhase.STOPPED) {
            return waiting(Kind.DONE, "Stopped. What was done stays on record.");
        }
        var step = state.currentStep().orElse(null);
        if (state.seenBump() && state.phase() == RunPhase.OPEN) {
            return waiting(Kind.OPEN_GAS, "Gas on in the bump round: say there what you see");
        }
        if (state.gasIsOn() && moment.isSilent() && !state.typed()) {
            return asking(Kind.CLOSE_GAS, "No readings from the detector: " + lowerFirst(shut()), "Gas is off")
                    .withDetails(List.of(CHECK_GATEWAY));
        }
        if (GasWatch.isIdle(state, moment.now()) && !(step instanceof Step.ClearDown)) {
            return closeBeforeAnythingElse(step);
        }
        var action = ofStep(step).withNote(step == null ? "" : step.note());
        return moment.isSilent() && !state.typed() ? withoutReadings(action) : action;
    }

    /** What lives on readings waits for the gateway; a valve stays closed without them. */
    private NextAction withoutReadings(NextAction action) {
        return switch (action.kind()) {
            case OPEN_GAS ->
                waiting(Kind.OPEN_GAS, "No readings from the detector: leave the valve closed")
                        .withDetails(List.of(CHECK_GATEWAY));
            case WAIT_ZERO, WAIT_BLANK, WAIT_SETTLE, WAIT_CLEAR ->
                action.withSentence("No readings from the detector: check the gateway")
                        .withDetails(List.of(CHECK_GATEWAY));
            default -> action;
        };
    }

    /** Gas is on and nobody measures anything. */
    private NextAction closeBeforeAnythingElse(Step step) {
        var spent = state.spentCylinder();
        var sentence = spent.map(tag -> tag + " is at its reserve: " + lowerFirst(shut()))
                .orElseGet(this::shut);
        return asking(Kind.CLOSE_GAS, sentence, "Gas is off", !state.typed()).withDetails(List.of(afterClosing(step)));
    }

    private String afterClosing(Step step) {
        if (state.held().isPresent()) {
            return "Do not save: " + doubts() + ". Change what you suspect once the gas is off.";
        }
        if (state.awaitsTry()) {
            return failedNames() + " failed. Change what you suspect once the gas is off.";
        }
        if (unread.isPresent()) {
            return "No reading of " + unread.get().names(state) + " came. " + SKIP_OR_TYPE;
        }
        if (step instanceof Step.ApplyGas) {
            return state.spentCylinder().isPresent()
                    ? "No reading was taken from it. Take another cylinder next."
                    : "Gas is applied again after that.";
        }
        return step == null ? "Signing comes after that." : "'" + step.title() + "' comes after that.";
    }

    private static String lowerFirst(String sentence) {
        return sentence.substring(0, 1).toLowerCase(Locale.ROOT) + sentence.substring(1);
    }

    /** The hand action that stops gas: a demand regulator has no valve. */
    private String shut() {
        return rig().regulator().kind() == Regulator.Kind.DEMAND ? "Take the tubing off" : "Close the valve";
    }

    private NextAction ofStep(Step step) {
        if (state.held().isPresent()) {
            return resolveDoubt();
        }
        if (state.awaitsTry()) {
            return tryAgain();
        }
        if (step instanceof Step.Confirm confirm) {
            return asking(Kind.CONFIRM_STEP, confirm.sentence(), "Done");
        }
        if (step instanceof Step.Checks checks) {
            return asking(Kind.CONFIRM_CHECKS, "Check the detector before gas", "All checked")
                    .withDetails(checks.items());
        }
        if (step instanceof Step.Measure measure) {
            return asking(Kind.MEASURE, measure.quantity().label() + ": read it off", "Enter")
                    .toType(NextAction.Readable.of(measure, policy.units()));
        }
        if (step instanceof Step.Ask ask) {
            return asking(Kind.ANSWER, ask.question(), "Answer");
        }
        if (step instanceof Step.BlockTest test) {
            return blockTest(test);
        }
        if (step instanceof Step.WarmUp warmUp) {
            return waiting(Kind.WAIT_WARM_UP, "Wait: the detector is warming up")
                    .until(state.stepSince(), warmUp.seconds(), "warm-up")
                    .withDetails(List.of("Meanwhile: regulator and adapter within reach, cylinder upright."));
        }
        if (step instanceof Step.Zero zero) {
            return zero(zero);
        }
        if (step instanceof Step.Blank blank) {
            return blank(blank);
        }
        if (step instanceof Step.ApplyGas gas) {
            return gas(gas);
        }
        if (step instanceof Step.ConfirmAlarms) {
            return asking(Kind.CONFIRM_ALARMS, "Which alarms do you notice?", "Confirm alarms");
        }
        if (step instanceof Step.SaveOnInstrument) {
            return asking(
                            Kind.CONFIRM_SAVED,
                            "Save on the instrument, then note what it shows",
                            "Saved on the instrument")
                    .withDetails(beforeSaving())
                    .withCautions(policy.cautions().noAlarm());
        }
        if (step instanceof Step.ClearDown clear) {
            return clearDown(clear);
        }
        return asking(Kind.SIGN, signSentence(), "Sign the record");
    }

    private NextAction blockTest(Step.BlockTest test) {
        int failed = state.blocksFailed();
        var sentence = failed == 0
                ? "Block the inlet: does the pump alarm within " + test.seconds() + " s?"
                : test.remedies().get(failed - 1) + ", then block the inlet again: does it alarm within "
                        + test.seconds() + " s?";
        return asking(Kind.BLOCK_TEST, sentence, "It alarmed")
                .withDetails(List.of(
                        failed == test.remedies().size() && failed > 0
                                ? "No alarm this time means an internal leak: the detector goes on hold."
                                : "No alarm means a leak between inlet and pump."));
    }

    private List<String> beforeSaving() {
        var details = new ArrayList<>(List.of("What is not saved there is lost."));
        for (var doubt : state.doubts()) {
            details.add((doubt.confirmed() ? "Seen again after a change: " : "In doubt: ") + words(doubt) + ".");
        }
        return details;
    }

    /** Gas is applied again after a change, before a detector is set to what may not be on the label. */
    private NextAction resolveDoubt() {
        boolean air = state.doubts().stream().anyMatch(doubt -> doubt.kind() == Doubt.Kind.ROOM_AIR);
        var action = asking(Kind.RESOLVE_DOUBT, "Do not save yet: " + doubts(), "Apply gas again")
                .withDetails(
                        List.of(
                                "Save nothing on the detector. Change one thing, then apply the gas again; it does not count as a try.",
                                air
                                        ? "First seat the adapter and tubing; then use another cylinder."
                                        : "Use another cylinder or another regulator. If it reads the same again, the sensor has changed."))
                .withRemedies(state.triesHere().remedies());
        long ready = Retry.readyAt(state);
        return ready <= moment.now()
                ? action
                : action.untilMoment(Retry.waitsSince(state), ready, "until the next gas");
    }

    private String doubts() {
        return state.doubts().stream().map(this::words).collect(Collectors.joining("; "));
    }

    private String words(Doubt doubt) {
        var sensor = state.card().sensor(doubt.slots().get(0)).gas().name();
        return doubt.kind() == Doubt.Kind.ROOM_AIR ? doubt.words() : sensor + " has " + doubt.words();
    }

    private NextAction tryAgain() {
        var failed = failedNames();
        var tries = state.triesHere();
        var details = new ArrayList<>(List.of("Try " + state.tries() + " of " + tries.most() + "."));
        if (state.tries() + 1 == tries.most() && !tries.beforeLast().isEmpty()) {
            details.add("The last try comes only after: " + tries.beforeLast() + ".");
        } else {
            details.add("First the gas and the rig, then the sensor.");
        }
        var action = asking(Kind.TRY_AGAIN, failed + " failed: change what you suspect, then try again", "Try again")
                .withDetails(details)
                .withRemedies(tries.remedies());
        long now = moment.now();
        long ready = Retry.readyAt(state);
        return ready <= now ? action : action.untilMoment(Retry.waitsSince(state), ready, "until the next try");
    }

    private String failedNames() {
        return state.failedHere().stream()
                .map(slot -> state.card().sensor(slot).gas().name())
                .distinct()
                .collect(Collectors.joining(" and "));
    }

    private NextAction zero(Step.Zero zero) {
        if (zero.air() == ZeroAir.CYLINDER && state.cylinder().isEmpty()) {
            return asking(Kind.CHOOSE_CYLINDER, "Choose the zero-air cylinder", "Use this cylinder")
                    .withDetails(List.of("Nothing but air is in it; its gauge is not at the reserve."));
        }
        if (state.zeroStartedAt().isPresent()) {
            var hold = zero.air() == ZeroAir.CYLINDER ? "Keep zero air flowing" : "Hold still in clean air";
            return reading(Kind.WAIT_ZERO, hold + ": type each reading", hold + ": zero is settling")
                    .until(state.zeroStartedAt().getAsLong(), zero.accept().endSeconds(), "zero limit");
        }
        var sentence = switch (zero.air()) {
            case AMBIENT ->
                zero.onRemainder()
                        ? "A little gas is left: clean air, and zero once more"
                        : (pumped() ? "Inlet open to clean air" : "Adapter off, clean air")
                                + ": start the zero on the instrument";
            case CYLINDER -> "Zero air on, flow seen at the meter: start the zero on the instrument";
            case CHARCOAL -> "Charcoal on, clean air: start the zero on the instrument";
        };
        return asking(Kind.START_ZERO, sentence, "Zero started")
                .withDetails(zeroDetails(zero))
                .withCautions(policy.cautions().notBesideGas());
    }

    private List<String> zeroDetails(Step.Zero zero) {
        var details = new ArrayList<String>();
        switch (zero.air()) {
            case AMBIENT ->
                details.add(
                        pumped()
                                ? "Nothing on the inlet: gas left in a hose would become the zero."
                                : "Adapter off: trapped gas would become the zero.");
            case CYLINDER -> details.add("Keep the flow at its value throughout.");
            case CHARCOAL ->
                details.add("Charcoal takes organic vapours out, not carbon monoxide, methane or hydrogen.");
        }
        if (zero.slots().stream().anyMatch(slot -> state.card().sensor(slot).isOxygen())) {
            details.add("Oxygen is set to 20.9 vol% in the same step.");
        }
        return details;
    }

    /**
     * Waiting for readings: what to do while there is time, and which are still missing once it is over.
     *
     * @param typing the sentence where the technician types them
     * @param arriving the sentence where a gateway sends them
     */
    private NextAction reading(Kind kind, String typing, String arriving) {
        if (unread.isPresent()) {
            var names = unread.get().names(state);
            return state.typed()
                    ? waiting(kind, "Type the reading of " + names)
                            .withDetails(
                                    List.of("It is not judged before it is read. Skip it with a reason otherwise."))
                    : waiting(kind, "No reading of " + names + " came").withDetails(List.of(SKIP_OR_TYPE));
        }
        return state.typed()
                ? waiting(kind, typing).withDetails(List.of("Type it once it is steady: Enter takes it as settled."))
                : waiting(kind, arriving);
    }

    private NextAction blank(Step.Blank blank) {
        if (state.zeroStartedAt().isPresent()) {
            return reading(Kind.WAIT_BLANK, "Type each reading of the air blank", "Wait: the air blank is being taken")
                    .until(state.zeroStartedAt().getAsLong(), blank.accept().endSeconds(), "blank limit");
        }
        return asking(Kind.START_BLANK, "Clean air through first: start the air blank", "Blank started")
                .withDetails(List.of("Nothing is adjusted: what is left from before would count as gas."));
    }

    private NextAction gas(Step.ApplyGas gas) {
        if (state.gasOpenedAt().isEmpty() && state.gasIsOn()) {
            return closing()
                    .withDetails(List.of(
                            state.awaitsGasAgain()
                                    ? ENDED_EARLY
                                    : "The next gas comes from another cylinder, or after a change of the rig."));
        }
        if (state.cylinder().isEmpty()) {
            var details = new ArrayList<>(List.of("Compare its label with the set points, line by line."));
            if (gas.mayBeLeftOut()) {
                details.add("You may work without this gas: leave it out with a reason.");
            }
            return resting(asking(Kind.CHOOSE_CYLINDER, "Choose the cylinder" + forWhat(gas), "Use this cylinder")
                    .withDetails(details));
        }
        if (state.gasOpenedAt().isEmpty()) {
            return resting(asking(Kind.OPEN_GAS, openSentence(), "Gas is on", !state.typed())
                    .withDetails(openDetails())
                    .withCautions(cautionsOnGas(policy.cautions().ventilate())));
        }
        long since = state.gasOpenedAt().orElseThrow() + RunJudge.lagMillis(state);
        return reading(Kind.WAIT_SETTLE, "Keep gas on: type each reading", "Keep gas on: " + waitingFor(gas))
                .until(since, state.accept(gas.accept()).endSeconds(), "gas limit")
                .withCautions(cautionsOnGas());
    }

    /** Cells that gas desensitises rest after too long an exposure before they meet gas again. */
    private NextAction resting(NextAction action) {
        var until = state.restsUntil();
        return until.isEmpty() || until.getAsLong() <= moment.now()
                ? action
                : action.untilMoment(state.gasClosedAt().orElseThrow(), until.getAsLong(), "cell rests")
                        .withDetails(List.of(
                                "Gas was on longer than the card allows: the cell rests as long before the next gas."));
    }

    /** Only where the instrument sets itself is it in its calibration mode. */
    private String[] cautionsOnGas(String... more) {
        return state.spanning()
                ? Stream.concat(Stream.of(policy.cautions().noAlarm()), Stream.of(more))
                        .toArray(String[]::new)
                : more;
    }

    private String forWhat(Step.ApplyGas gas) {
        var gases = state.undecidedTargets().stream()
                .map(target -> state.card().sensor(target.slot()).gas().nameInSentence())
                .distinct()
                .toList();
        var point = point(gas);
        return gases.size() > 2 ? point : " with " + String.join(" and ", gases) + point;
    }

    private String point(Step.ApplyGas gas) {
        if (gas.are(Purpose.LOW_POINT)) {
            return ", low point";
        }
        boolean hasLowPoint = state.steps().stream()
                .anyMatch(other -> other instanceof Step.ApplyGas one && one.are(Purpose.LOW_POINT));
        return hasLowPoint && gas.are(Purpose.SPAN) ? ", high point" : "";
    }

    private boolean pumped() {
        return state.card().intake() instanceof Intake.Pumped;
    }

    private Rig rig() {
        return state.cylinder().flatMap(RunEvent.CylinderChosen::rig).orElseGet(state::rigAtHand);
    }

    private String openSentence() {
        var sentence = switch (rig().delivery()) {
            case CUP -> "Cup on, tubing fully home, open the valve";
            case TEE -> "Tee on the inlet, one end open, open the valve";
            case DIRECT -> "Tubing fully home on the inlet, open the valve";
            case BAG -> "Fill the bag, push it onto the inlet";
            case STATION -> "Put the detector into the station, open its valve";
        };
        return again().map(tag -> tag + ": " + lowerFirst(sentence)).orElse(sentence);
    }

    /** Tag of a cylinder that was on before in this run, where it is chosen again. */
    private Optional<String> again() {
        return state.cylinder()
                .map(RunEvent.CylinderChosen::cylinderId)
                .filter(tag -> state.events().stream()
                                .filter(event -> event instanceof RunEvent.CylinderChosen chosen
                                        && chosen.cylinderId().equals(tag))
                                .count()
                        > 1);
    }

    private List<String> openDetails() {
        var details = new ArrayList<String>();
        if (state.awaitsGasAgain()) {
            details.add(ENDED_EARLY);
        }
        again().ifPresent(tag -> details.add(tag + " as before in this run; to take another cylinder, undo this one."));
        var regulator = rig().regulator();
        details.add("Regulator: " + regulator + ". " + threadingOf(regulator));
        details.add("Purge it first, pointing away from people.");
        if (rig().delivery() == Delivery.TEE && pumped()) {
            details.add("Gas must spill at the open end all the time.");
        }
        return details;
    }

    private String threadingOf(Regulator regulator) {
        return switch (policy.schools().threading()) {
            case VALVE_OPEN -> "Thread it on with its valve open, so that no room air is pressed into the cylinder.";
            case VALVE_SHUT -> "Thread it on with its valve shut, so that no gas escapes.";
            case BY_TYPE ->
                switch (regulator.kind()) {
                    case FIXED -> "Thread it on with its valve open, then close it.";
                    case ADJUSTABLE -> "Thread it on with its needle valve shut.";
                    case DEMAND -> "It has no valve to mind.";
                };
        };
    }

    private static String waitingFor(Step.ApplyGas gas) {
        if (gas.are(Purpose.AS_FOUND)) {
            return "as-found readings are settling";
        }
        if (gas.are(Purpose.CHECK_FIRST)) {
            return "checking before anything is adjusted";
        }
        return gas.are(Purpose.VERIFY) ? "checking what was just set" : "readings are settling";
    }

    private NextAction clearDown(Step.ClearDown clear) {
        if (state.gasIsOn()) {
            return closing()
                    .withDetails(List.of(
                            rig().delivery() == Delivery.CUP
                                    ? "Alarms may sound as the cup comes off: expected."
                                    : "Alarms may sound as the gas goes: expected."));
        }
        long since = state.gasClosedAt().orElse(state.stepSince());
        return waiting(
                        Kind.WAIT_CLEAR,
                        state.typed()
                                ? "Wait for clean air, then type what the display shows"
                                : "Wait: the sensors are clearing down")
                .until(since, clear.limitSeconds(), "clear-down limit");
    }

    private NextAction closing() {
        var sentence = rig().regulator().kind() == Regulator.Kind.DEMAND
                ? shut()
                : rig().delivery() == Delivery.CUP
                        ? "Close the valve and take the cup off"
                        : "Close the valve and take the gas off the inlet";
        return asking(Kind.CLOSE_GAS, sentence, "Gas is off", !state.typed());
    }

    /** What the signature means for the detector comes first. */
    private String signed() {
        var serial = state.started().map(RunEvent.RunStarted::serial).orElse("");
        boolean usable = state.signed().filter(s -> s.verdict().good()).isPresent();
        if (usable) {
            return "Signed: " + serial + " passed";
        }
        return isBump() ? serial + " is out of use: calibrate it" : serial + " is out of use: tag it";
    }

    private boolean isBump() {
        return state.started().map(RunEvent.RunStarted::job).orElse(null) == Job.BUMP;
    }

    private String signSentence() {
        if (state.pumpLeaks()) {
            return "Internal leak: sign, tag the detector, send it to service";
        }
        var signed = SignOff.of(state, state.stepSince(), LocalDate.EPOCH, false);
        var verdict = signed.verdict();
        if (isBump()) {
            return verdict == Verdict.NOT_JUDGED
                    ? "A sensor was not tested: sign, or bump it again"
                    : verdict.good() ? "The bump passed: sign it" : "The bump failed: sign it, then calibrate";
        }
        return switch (verdict) {
            case PASS -> "All sensors passed: sign the record";
            case MARGINAL -> "Works, but a sensor is fading: sign the record, order the part";
            case NOT_JUDGED -> "A sensor was not judged: sign, tag the detector, keep it out of use";
            case FAIL -> failed(signed) + " failed: sign, tag the detector, keep it out of use";
        };
    }

    private String failed(RunEvent.RunSigned signed) {
        return signed.results().stream()
                .filter(result -> result.verdict() == Verdict.FAIL)
                .map(result -> state.card().sensor(result.slot()).gas().name())
                .distinct()
                .collect(Collectors.joining(" and "));
    }

    private NextAction asking(Kind kind, String sentence, String confirm) {
        return NextAction.asking(state, kind, sentence, confirm);
    }

    private NextAction asking(Kind kind, String sentence, String confirm, boolean seen) {
        return NextAction.asking(state, kind, sentence, confirm, seen);
    }

    private NextAction waiting(Kind kind, String sentence) {
        return NextAction.waiting(state, kind, sentence);
    }
}
