package onward.sentry.core.shelf;

import java.util.Comparator;
import java.util.List;
import onward.sentry.core.cylinder.CylinderCheck;
import onward.sentry.core.cylinder.Fitness;
import onward.sentry.core.cylinder.GasDemand;

/** A cylinder of the shelf against one application of gas. */
public record Weighed(Tagged tagged, Fitness fitness) {

    /** By fitness; among alike ones the one that expires first, then the emptier one, then by tag. */
    public static final Comparator<Weighed> BEST_FIRST = Comparator.comparing(Weighed::fitness, Fitness.BEST_FIRST)
            .thenComparing(w -> w.tagged().cylinder().useBefore())
            .thenComparingDouble(w -> w.tagged().cylinder().litresLeft())
            .thenComparing(w -> w.tagged().tag());

    /**
     * {@return the whole shelf against an application, the best in front}
     *
     * @param shelf the cylinders of the site
     * @param demand the application that needs gas
     */
    public static List<Weighed> shelf(List<Tagged> shelf, GasDemand demand) {
        return shelf.stream()
                .map(one -> new Weighed(one, CylinderCheck.of(one.cylinder(), demand)))
                .sorted(BEST_FIRST)
                .toList();
    }
}
