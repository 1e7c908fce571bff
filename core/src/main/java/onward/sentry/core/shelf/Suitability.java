package onward.sentry.core.shelf;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import java.util.stream.IntStream;
import onward.sentry.core.cylinder.Fitness;
import onward.sentry.core.cylinder.GasDemand;

/**
 * What the shelf is good for in one job of one detector: every cylinder with its reasons, and the fewest connections that
 * serve the whole job in the order of its card. It weighs a cylinder with the very check that the bench refuses by.
 *
 * @param demands of the job, in the order of the card
 * @param answers one per cylinder, the best in front
 * @param connections which cylinder is connected for what, one after the other
 * @param orders what nothing on the shelf serves
 */
public record Suitability(
        List<GasDemand> demands, List<CylinderMatch> answers, List<Connection> connections, List<GasOrder> orders) {

    /** What a cylinder comes to. */
    public enum Word {
        /** It may be used. */
        FITS("fits"),
        /** It may be used, with something to heed. */
        FITS_WITH_WARNING("fits with a warning"),
        /** It may not be used. */
        REFUSED("refused");

        private final String label;

        Word(String label) {
            this.label = label;
        }

        /** {@return the words for screens and records} */
        public String label() {
            return label;
        }
    }

    /**
     * How a cylinder stands.
     *
     * @param serves positions of the applications that it may serve, from 0
     * @param fitness for the first of them; where it serves none, for the one that it comes nearest to
     */
    public record CylinderMatch(Tagged tagged, Word word, List<Integer> serves, Fitness fitness) {

        private static final Comparator<CylinderMatch> BEST_FIRST = Comparator.comparing(CylinderMatch::word)
                .thenComparingInt(answer -> -answer.serves().size())
                .thenComparing(answer -> new Weighed(answer.tagged(), answer.fitness()), Weighed.BEST_FIRST);
    }

    /** @param serves positions of the applications, one after the other */
    public record Connection(Tagged tagged, List<Integer> serves) {}

    /** A way to serve the first applications, by what it costs. @param before the way that it goes on from */
    private record Way(int unserved, int connections, int rank, Optional<Tagged> last, Optional<Way> before) {
        private static final Comparator<Way> CHEAPEST = Comparator.comparingInt(Way::unserved)
                .thenComparingInt(Way::connections)
                .thenComparingInt(Way::rank);

        Way without() {
            return new Way(unserved + 1, connections, rank, Optional.empty(), Optional.of(this));
        }

        Way with(Tagged next, int nextRank) {
            boolean stays =
                    last.filter(before -> before.tag().equals(next.tag())).isPresent();
            return new Way(
                    unserved, connections + (stays ? 0 : 1), rank + nextRank, Optional.of(next), Optional.of(this));
        }
    }

    /**
     * Weighs a shelf against a job.
     *
     * <p>Four sensors that a card sets together on one mix return one connection; a card that sets hydrogen sulfide alone
     * and a shelf without the mix return two, and an order for what is missing.
     *
     * @param demands the applications of the job, in order
     * @param shelf the cylinders of the site
     * @return one answer for each cylinder, the best first
     */
    public static Suitability of(List<GasDemand> demands, List<Tagged> shelf) {
        var weighed = new HashMap<GasDemand, List<Weighed>>();
        var each = demands.stream()
                .map(demand -> weighed.computeIfAbsent(demand, one -> Weighed.shelf(shelf, one)))
                .toList();
        var way = cheapest(each);
        return new Suitability(List.copyOf(demands), answers(each), connections(way), orders(demands, way));
    }

    /** The sum of this way is least among all: it only matters which cylinder was connected last. */
    private static Way cheapest(List<List<Weighed>> each) {
        var ways = List.of(new Way(0, 0, 0, Optional.empty(), Optional.empty()));
        for (var weighed : each) {
            var best = ways.stream().min(Way.CHEAPEST).orElseThrow();
            var byLast = new HashMap<String, Way>();
            ways.forEach(way -> way.last().ifPresent(last -> byLast.merge(last.tag(), way, Suitability::cheaper)));
            var next = new ArrayList<Way>();
            for (int rank = 0; rank < weighed.size(); rank++) {
                if (!weighed.get(rank).fitness().servesAsItIs()) {
                    continue;
                }
                var tagged = weighed.get(rank).tagged();
                var fresh = best.with(tagged, rank);
                var stays = Optional.ofNullable(byLast.get(tagged.tag()));
                int at = rank;
                next.add(stays.map(way -> cheaper(way.with(tagged, at), fresh)).orElse(fresh));
            }
            ways = next.isEmpty() ? List.of(best.without()) : next;
        }
        return ways.stream().min(Way.CHEAPEST).orElseThrow();
    }

    private static Way cheaper(Way one, Way other) {
        return Way.CHEAPEST.compare(one, other) <= 0 ? one : other;
    }

    /** The ways to each application in turn, the first in front. */
    private static List<Way> steps(Way end) {
        var steps = new ArrayList<Way>();
        for (var at = Optional.of(end);
                at.isPresent() && at.get().before().isPresent();
                at = at.get().before()) {
            steps.add(0, at.get());
        }
        return steps;
    }

    private static List<Connection> connections(Way end) {
        var connections = new ArrayList<Connection>();
        var steps = steps(end);
        for (int i = 0; i < steps.size(); i++) {
            var cylinder = steps.get(i).last();
            if (cylinder.isEmpty()) {
                continue;
            }
            var before = connections.isEmpty() ? null : connections.get(connections.size() - 1);
            boolean stays = before != null
                    && before.tagged().equals(cylinder.get())
                    && before.serves().contains(i - 1);
            if (stays) {
                before.serves().add(i);
            } else {
                connections.add(new Connection(cylinder.get(), new ArrayList<>(List.of(i))));
            }
        }
        return connections;
    }

    private static List<GasOrder> orders(List<GasDemand> demands, Way end) {
        var steps = steps(end);
        return IntStream.range(0, steps.size())
                .filter(i -> steps.get(i).last().isEmpty())
                .mapToObj(i -> GasOrder.of(demands.get(i)))
                .distinct()
                .toList();
    }

    private static List<CylinderMatch> answers(List<List<Weighed>> each) {
        Map<String, CylinderMatch> answers = new LinkedHashMap<>();
        for (int i = 0; i < each.size(); i++) {
            for (var weighed : each.get(i)) {
                int position = i;
                answers.merge(weighed.tagged().tag(), answer(weighed, position), (known, now) -> together(known, now));
            }
        }
        return answers.values().stream().sorted(CylinderMatch.BEST_FIRST).toList();
    }

    private static CylinderMatch answer(Weighed weighed, int position) {
        var fitness = weighed.fitness();
        return new CylinderMatch(
                weighed.tagged(),
                !fitness.allowed() ? Word.REFUSED : fitness.warnings().isEmpty() ? Word.FITS : Word.FITS_WITH_WARNING,
                fitness.allowed() ? List.of(position) : List.of(),
                fitness);
    }

    private static CylinderMatch together(CylinderMatch known, CylinderMatch now) {
        var serves = new TreeSet<>(known.serves());
        serves.addAll(now.serves());
        boolean nearer = known.serves().isEmpty()
                && (!now.serves().isEmpty() || Fitness.BEST_FIRST.compare(now.fitness(), known.fitness()) < 0);
        return new CylinderMatch(
                known.tagged(),
                nearer || now.word().compareTo(known.word()) < 0 ? now.word() : known.word(),
                List.copyOf(serves),
                nearer ? now.fitness() : known.fitness());
    }
}
