package onward.sentry.core.shelf;

import java.util.ArrayList;
import java.util.List;
import onward.sentry.core.cylinder.GasDemand;

/**
 * The cylinders to have ready for several jobs of one kind: as many as it takes, the best in front.
 *
 * @param cylinders in the order in which they are used up; empty when none serves
 * @param litres that all jobs draw together
 * @param uncovered jobs for which no gas is left, 0 when all are covered
 */
public record GasReady(List<Taken> cylinders, double litres, long uncovered) {

    /**
     * @param jobs that are worked on this cylinder, at least 1
     * @param litres that they draw from it
     */
    public record Taken(Tagged tagged, long jobs, double litres) {}

    /**
     * {@return what a group of jobs takes}
     *
     * <p>30 jobs of 1.2 L on a cylinder with 20 L above its reserve and one with 40 return the first with 16 jobs and the
     * second with 14. A cylinder that would need a set point changed is none of them.
     *
     * @param demand of one job
     * @param jobs how many there are, 0 or more
     * @param shelf the cylinders of the site
     */
    public static GasReady of(GasDemand demand, long jobs, List<Tagged> shelf) {
        var taken = new ArrayList<Taken>();
        long left = jobs;
        for (var weighed : Weighed.shelf(shelf, demand)) {
            if (left == 0) {
                break;
            }
            if (!weighed.fitness().servesAsItIs()) {
                continue;
            }
            long runs = weighed.tagged().cylinder().runsLeft(demand.conditions().reserve(), demand.litres());
            if (runs > 0) {
                long served = Math.min(runs, left);
                taken.add(new Taken(weighed.tagged(), served, served * demand.litres()));
                left -= served;
            }
        }
        return new GasReady(List.copyOf(taken), demand.litres() * jobs, left);
    }
}
