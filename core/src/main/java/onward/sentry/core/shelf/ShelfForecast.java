package onward.sentry.core.shelf;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.cylinder.CylinderCheck;
import onward.sentry.core.cylinder.GasDemand;
import onward.sentry.core.working.Derivation;
import onward.sentry.core.working.Figures;

/**
 * How the shelf lasts: planned work is taken day by day from the cylinder that suits it best and that is still in date and
 * above its reserve, the one that expires first among alike ones. Where none is left, gas must be there by that day.
 *
 * @param cylinders one per cylinder of the shelf, in the order in which they were given
 * @param shortages in the order of their days
 * @param until last day that was looked at
 */
public record ShelfForecast(List<Lasting> cylinders, List<Shortage> shortages, LocalDate until) {

    /**
     * How long a cylinder lasts.
     *
     * @param planned litres that planned work draws from it before its last day
     * @param emptyOn first day on which planned work finds it at its reserve; empty: not in the time that was looked at
     * @param work what draws from it, in words, with litres
     * @param runsLeft how often it would serve each kind of planned work by itself, in words
     */
    public record Lasting(
            Tagged tagged,
            double planned,
            Optional<LocalDate> emptyOn,
            Map<String, Double> work,
            Map<String, Integer> runsLeft,
            Derivation working) {

        /** {@return the day after which it serves no more: out or expired, whichever comes first} */
        public LocalDate lastDay() {
            var expires = tagged.cylinder().useBefore();
            return emptyOn.filter(day -> day.isBefore(expires)).orElse(expires);
        }
    }

    /**
     * Work that no cylinder serves from a day on.
     *
     * @param what in words
     * @param order what would serve it
     * @param from the first day without gas
     * @param litres that are missing until the end of the time that was looked at
     * @param orderBy the day less the lead time
     */
    public record Shortage(List<String> what, GasOrder order, LocalDate from, double litres, LocalDate orderBy) {}

    /**
     * Looks ahead.
     *
     * <p>Ten bumps of 0.6 L a day on one cylinder with 30 L above its reserve: it is empty on the sixth day.
     *
     * @param shelf the cylinders of the site
     * @param work in any order
     * @param reserve fraction of a full cylinder that is never used
     * @param leadDays from order to shelf
     * @param until the last day to look at
     * @return when each gas runs out and what to order by when
     */
    public static ShelfForecast of(
            List<Tagged> shelf, List<PlannedWork> work, double reserve, int leadDays, LocalDate until) {
        return new Look(shelf, reserve, leadDays, until).ahead(work);
    }

    private static final class CylinderLevel {
        private final Tagged tagged;
        private final double reserveShare;
        private final double reserve;
        private double above;
        private double drawn;
        private Optional<LocalDate> emptyOn = Optional.empty();
        private final Map<String, Double> work = new LinkedHashMap<>();
        private final Map<String, Integer> runsLeft = new LinkedHashMap<>();

        CylinderLevel(Tagged tagged, double reserveShare) {
            this.tagged = tagged;
            this.reserveShare = reserveShare;
            this.reserve = reserveShare * tagged.cylinder().volumeLitres();
            this.above = tagged.cylinder().litresLeft() - reserve;
        }

        void serves(PlannedWork planned) {
            runsLeft.merge(planned.what(), tagged.cylinder().runsLeft(reserveShare, planned.litres()), Math::min);
        }

        boolean inDate(LocalDate on) {
            return !on.isAfter(tagged.cylinder().useBefore());
        }

        /** @return how many times it could serve */
        int take(PlannedWork planned, int times) {
            int served = (int) Math.min(times, Math.floor(above / planned.litres() + 1e-9));
            if (served > 0) {
                double litres = served * planned.litres();
                above -= litres;
                drawn += litres;
                work.merge(planned.what(), litres, Double::sum);
            }
            if (served < times && emptyOn.isEmpty()) {
                emptyOn = Optional.of(planned.on());
            }
            return served;
        }

        Lasting lasting(LocalDate until) {
            Cylinder cylinder = tagged.cylinder();
            return new Lasting(
                    tagged,
                    drawn,
                    emptyOn,
                    work,
                    runsLeft,
                    Derivation.of("How long it lasts", "left − reserve − planned work, day by day")
                            .with("left", Figures.upTo(cylinder.litresLeft(), 1) + " L")
                            .with("reserve", Figures.upTo(reserve, 1) + " L")
                            .with("planned", Figures.upTo(drawn, 1) + " L until " + Figures.day(until))
                            .with("expiry date", Figures.day(cylinder.useBefore()))
                            .gives(emptyOn.filter(day -> !day.isAfter(cylinder.useBefore()))
                                    .map(day -> "out on " + Figures.day(day))
                                    .orElse("valid to " + Figures.day(cylinder.useBefore()))));
        }
    }

    private static final class Look {
        private final Map<Tagged, CylinderLevel> levels = new LinkedHashMap<>();
        private final List<Tagged> shelf;
        private final int leadDays;
        private final LocalDate until;
        private final Map<GasDemand, List<CylinderLevel>> candidates = new HashMap<>();
        private final Map<GasOrder, Shortage> shortages = new LinkedHashMap<>();

        Look(List<Tagged> shelf, double reserve, int leadDays, LocalDate until) {
            this.shelf = shelf;
            this.leadDays = leadDays;
            this.until = until;
            shelf.forEach(one -> levels.put(one, new CylinderLevel(one, reserve)));
        }

        ShelfForecast ahead(List<PlannedWork> work) {
            var inOrder = work.stream()
                    .filter(planned -> !planned.on().isAfter(until))
                    .sorted(Comparator.comparing(PlannedWork::on))
                    .toList();
            inOrder.forEach(planned -> serve(planned, inOrder.get(0).on()));
            return new ShelfForecast(
                    levels.values().stream().map(one -> one.lasting(until)).toList(),
                    shortages.values().stream()
                            .sorted(Comparator.comparing(Shortage::from))
                            .toList(),
                    until);
        }

        private void serve(PlannedWork planned, LocalDate first) {
            int left = planned.times();
            for (var standing : candidates(planned, first)) {
                if (left == 0) {
                    return;
                }
                if (standing.inDate(planned.on())) {
                    left -= standing.take(planned, left);
                }
            }
            if (left > 0) {
                missing(planned, left * planned.litres());
            }
        }

        /** Weighed once, on the first day of all: later on only its last valid day can change what a cylinder is good for. */
        private List<CylinderLevel> candidates(PlannedWork planned, LocalDate first) {
            return candidates.computeIfAbsent(planned.demand().on(first), demand -> {
                var holding = shelf.stream()
                        .filter(one -> CylinderCheck.holdsAll(one.cylinder(), demand))
                        .toList();
                var found = Weighed.shelf(holding, demand).stream()
                        .filter(weighed -> weighed.fitness().servesAsItIs())
                        .map(weighed -> levels.get(weighed.tagged()))
                        .toList();
                found.forEach(standing -> standing.serves(planned));
                return found;
            });
        }

        private void missing(PlannedWork planned, double litres) {
            var order = GasOrder.of(planned.demand());
            var known = shortages.get(order);
            if (known == null) {
                shortages.put(
                        order,
                        new Shortage(
                                List.of(planned.what()),
                                order,
                                planned.on(),
                                litres,
                                planned.on().minusDays(leadDays)));
                return;
            }
            var what = new ArrayList<>(known.what());
            if (!what.contains(planned.what())) {
                what.add(planned.what());
            }
            shortages.put(
                    order,
                    new Shortage(List.copyOf(what), order, known.from(), known.litres() + litres, known.orderBy()));
        }
    }
}
