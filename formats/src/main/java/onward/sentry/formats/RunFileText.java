package onward.sentry.formats;

import java.util.List;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.working.Refusal;

/** Reads a run file: against its schema first, then part by part, then against the card that it names. */
public final class RunFileText {

    private RunFileText() {}

    /**
     * A run file that can be judged.
     *
     * @throws onward.sentry.core.working.Refused with the JSON path of the place as its field
     */
    public static RunFile read(String text) {
        var tree = JsonText.tree(text);
        RunFileSchema.check(tree);
        var file = JsonText.readStrictly(tree, RunFile.class);
        Holes.check(file);
        againstItsCard(file);
        return file;
    }

    private static void againstItsCard(RunFile file) {
        var card = file.card();
        Refusal.unless(
                card.model().equals(file.detector().model()),
                "run-model",
                "$.card.model",
                "$.card.model: the detector is a " + file.detector().model() + ", the card is for " + card.model()
                        + ".",
                "Give the card of its model.");
        for (int i = 0; i < file.events().size(); i++) {
            if (file.events().get(i) instanceof RunEvent.RunStarted started) {
                started(file, started, "$.events[" + i + "]");
            }
        }
        for (int i = 0; i < file.stages().size(); i++) {
            slots(card, file.stages().get(i).slots(), "$.stages[" + i + "].slots");
        }
        slots(card, List.copyOf(file.chains().keySet()), "$.chains");
        slots(card, file.history().spans().stream().map(RunHistory.Span::slot).toList(), "$.history.spans");
    }

    private static void started(RunFile file, RunEvent.RunStarted started, String path) {
        equal(path + ".serial", started.serial(), file.detector().serial(), "$.detector.serial");
        equal(path + ".model", started.model(), file.card().model(), "$.card.model");
        equal(path + ".cardVersion", started.cardVersion(), file.card().version(), "$.card.version");
        equal(path + ".policyVersion", started.policyVersion(), file.policy().version(), "$.policy.version");
        Refusal.unless(
                !started.slots().isEmpty(),
                "run-slots",
                path + ".slots",
                path + ".slots: the run is about no sensor.",
                "Name the slots that it is about.");
        slots(file.card(), started.slots(), path + ".slots");
        slots(file.card(), List.copyOf(started.sensors().keySet()), path + ".sensors");
    }

    private static void equal(String path, Object here, Object there, String other) {
        Refusal.unless(
                here.equals(there),
                "run-contradicts",
                path,
                path + " says " + here + ", " + other + " says " + there + ".",
                "Both are of the same run: make them the same.");
    }

    private static void slots(ProcedureCard card, List<Integer> slots, String path) {
        slots.forEach(slot -> Refusal.unless(
                card.findSensor(slot).isPresent(),
                "run-slots",
                path,
                path + ": " + card.name() + " has no slot " + slot + ".",
                "Use a slot of its sensors."));
    }
}
