package onward.sentry.core.cylinder;

import java.util.List;
import onward.sentry.core.working.Refusal;

/**
 * Whether a cylinder may be used for an application of gas, with every reason.
 *
 * @param refusals reasons that forbid it; empty when it may be used
 * @param warnings what to look at all the same
 * @param label the label beside the set points, one line per sensor
 */
public record Fitness(List<Refusal> refusals, List<Refusal> warnings, List<LabelLine> label) {

    public Fitness {
        refusals = List.copyOf(refusals);
        warnings = List.copyOf(warnings);
        label = List.copyOf(label);
    }

    public boolean allowed() {
        return refusals.isEmpty();
    }

    /** Set points that the technician must change on the detector before this cylinder serves. */
    public List<LabelLine> setPointsToChange() {
        return label.stream().filter(line -> !line.agrees()).toList();
    }
}
