package onward.sentry.core.cylinder;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import onward.sentry.core.rig.RigCheck;
import onward.sentry.core.working.Refusal;

/**
 * Whether a cylinder may be used for an application of gas, with every reason.
 *
 * @param refusals reasons that forbid it; empty when it may be used
 * @param warnings what to look at all the same
 * @param label the label beside the set points, one line per sensor
 * @param unneeded components of the mix that none of the sensors asks for
 */
public record Fitness(List<Refusal> refusals, List<Refusal> warnings, List<LabelLine> label, int unneeded) {

    /** Warnings of age: an old cylinder that may be used is used up first, so these do not push it back. */
    private static final Set<String> OF_AGE = Set.of("cylinder-expires-soon", "cylinder-last-quarter");

    /**
     * Fewest refusals first, then set points to change or not met, warnings other than of age, and gas that would be spent
     * on no sensor.
     */
    public static final Comparator<Fitness> BEST_FIRST = Comparator.comparingInt(
                    (Fitness f) -> f.refusals().size())
            .thenComparingInt(f -> f.setPointsToChange().size())
            .thenComparingLong(
                    f -> f.label().stream().filter(line -> !line.agrees()).count())
            .thenComparingLong(f -> f.warnings().stream()
                    .filter(warning -> !OF_AGE.contains(warning.code()))
                    .count())
            .thenComparingInt(Fitness::unneeded);

    /**
     * Copies what it is given.
     *
     * @param refusals reasons that forbid it; empty when it may be used
     * @param warnings what to look at all the same
     * @param label the label beside the set points, one line per sensor
     * @param unneeded components of the mix that none of the sensors asks for
     */
    public Fitness {
        refusals = List.copyOf(refusals);
        warnings = List.copyOf(warnings);
        label = List.copyOf(label);
    }

    /**
     * {@return the same with one more reason against it}
     *
     * @param reason why it is refused
     */
    public Fitness refusedFor(Refusal reason) {
        var more = new ArrayList<>(refusals);
        more.add(reason);
        return new Fitness(more, warnings, label, unneeded);
    }

    /** {@return whether nothing refuses the cylinder} */
    public boolean allowed() {
        return refusals.isEmpty();
    }

    /**
     * It may be used and nothing has to be declared first: no set point is to be changed on the detector, and no regulator
     * is given to another family. Only such a cylinder counts as stock.
     *
     * @return whether that is so
     */
    public boolean servesAsItIs() {
        return allowed()
                && setPointsToChange().isEmpty()
                && warnings.stream().noneMatch(warning -> warning.code().equals(RigCheck.TAKES_FAMILY));
    }

    /** {@return set points that the technician must change on the detector before this cylinder serves} */
    public List<LabelLine> setPointsToChange() {
        return label.stream().filter(line -> line.sets() && !line.agrees()).toList();
    }
}
