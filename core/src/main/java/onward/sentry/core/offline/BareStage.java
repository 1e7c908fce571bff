package onward.sentry.core.offline;

import java.util.List;
import java.util.Objects;
import java.util.Optional;
import onward.sentry.core.result.Stage;
import onward.sentry.core.working.Refusal;

/**
 * A stretch of readings that stand on their own, without the events of a run.
 *
 * @param slots the sensors that it is about
 * @param fromSeconds when gas came on or the zero began
 * @param toSeconds when the reading is taken
 * @param cylinder tag of the cylinder; empty in clean air
 */
public record BareStage(
        Stage stage, List<Integer> slots, double fromSeconds, double toSeconds, Optional<String> cylinder) {

    /**
     * Checks the limits, copies what it is given, fills in what older records leave out.
     *
     * @param stage in which part of the run
     * @param slots the sensors that it is about
     * @param fromSeconds when gas came on or the zero began
     * @param toSeconds when the reading is taken
     * @param cylinder tag of the cylinder; empty in clean air
     * @throws onward.sentry.core.working.Refused with one of the codes {@code stage-times}, {@code stage-cylinder}
     */
    public BareStage {
        Objects.requireNonNull(stage, "stage");
        slots = List.copyOf(slots);
        cylinder = cylinder == null ? Optional.empty() : cylinder;
        Refusal.unless(
                !slots.isEmpty() && fromSeconds >= 0 && toSeconds > fromSeconds,
                "stage-times",
                "stages",
                "A stage is about at least one slot and ends after it began: " + slots + ", " + fromSeconds + " s to "
                        + toSeconds + " s.",
                "Give its slots and its times in seconds.");
        Refusal.unless(
                stage.onGas() == cylinder.isPresent(),
                "stage-cylinder",
                "stages",
                stage.onGas()
                        ? "Stage '" + stage.label() + "' names no cylinder."
                        : "Stage '" + stage.label() + "' is in clean air, and names a cylinder.",
                stage.onGas() ? "Name one of the file's cylinders." : "Leave the cylinder out.");
    }
}
