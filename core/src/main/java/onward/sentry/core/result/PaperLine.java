package onward.sentry.core.result;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.OptionalDouble;
import java.util.stream.Stream;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.Purpose;
import onward.sentry.core.card.Step;
import onward.sentry.core.card.Target;
import onward.sentry.core.working.Refusal;

/**
 * A figure of a job that was done on paper.
 *
 * @param stage zero, span, check, verify, low point or bump
 * @param reading in the sensor's unit, as it stands on the sheet
 */
public record PaperLine(int slot, Stage stage, double reading) {

    /**
     * Checks the limits.
     *
     * @param slot slot of the sensor, from 1
     * @param stage zero, span, check, verify, low point or bump
     * @param reading in the sensor's unit, as it stands on the sheet
     * @throws onward.sentry.core.working.Refused with one of the codes {@code paper-reading}, {@code paper-stage}
     */
    public PaperLine {
        Objects.requireNonNull(stage, "stage");
        Refusal.unless(
                Double.isFinite(reading),
                "paper-reading",
                "lines",
                "Slot " + slot + ", " + stage.label() + ": that is no number.",
                "Type what is on the sheet.");
        Refusal.unless(
                stage != Stage.CLEAR && stage != Stage.BLANK,
                "paper-stage",
                "lines",
                "A sheet holds zeros and readings on gas, not '" + stage.label() + "'.",
                "Leave that line out.");
    }

    /**
     * {@return what a sheet says of one sensor, as the card's job would have called it}
     *
     * @param card the procedure card of the model
     * @param job calibration or bump
     * @param slot slot of the sensor, from 1
     * @param zero reading in clean air; empty where the sheet has none
     * @param onGas reading on gas; empty where the sheet has none
     */
    public static List<PaperLine> of(ProcedureCard card, Job job, int slot, OptionalDouble zero, OptionalDouble onGas) {
        var lines = new ArrayList<PaperLine>();
        zero.ifPresent(reading -> lines.add(new PaperLine(slot, Stage.ZERO, reading)));
        onGas.ifPresent(reading -> lines.add(new PaperLine(slot, stageOnGas(card, job, slot), reading)));
        return lines;
    }

    private static Stage stageOnGas(ProcedureCard card, Job job, int slot) {
        var purposes = card.steps(job).stream()
                .filter(Step.ApplyGas.class::isInstance)
                .flatMap(step -> ((Step.ApplyGas) step).targets().stream())
                .filter(target -> target.slot() == slot)
                .map(Target::purpose)
                .toList();
        return Stream.of(Purpose.SPAN, Purpose.CHECK, Purpose.CHECK_FIRST, Purpose.BUMP)
                .filter(purposes::contains)
                .findFirst()
                .map(Stage::of)
                .orElse(Stage.CHECK);
    }
}
