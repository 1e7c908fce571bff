package onward.sentry.server.plan;

import java.time.LocalDate;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.Step;
import onward.sentry.core.cylinder.CylinderCheck;
import onward.sentry.core.cylinder.GasDemand;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.run.GasDemands;
import onward.sentry.core.schedule.DetectorState;
import onward.sentry.core.shelf.GasReady;
import onward.sentry.core.shelf.Tagged;
import onward.sentry.core.shelf.Weighed;
import onward.sentry.core.strip.Strip;
import onward.sentry.server.bench.RunEntity;
import onward.sentry.server.bench.Runs;
import onward.sentry.server.fleet.FleetList;
import onward.sentry.server.gas.Shelf;
import onward.sentry.server.platform.Site;
import onward.sentry.server.rules.ProcedureLibrary;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
class TodayController {

    private final FleetList fleet;
    private final Runs runs;
    private final Shelf shelf;
    private final ProcedureLibrary library;
    private final SitePolicies policies;
    private final ComingUp comingUp;
    private final PlannedWorkdays workdays;
    private final Site site;

    TodayController(
            FleetList fleet,
            Runs runs,
            Shelf shelf,
            ProcedureLibrary library,
            SitePolicies policies,
            ComingUp comingUp,
            PlannedWorkdays workdays,
            Site site) {
        this.fleet = fleet;
        this.runs = runs;
        this.shelf = shelf;
        this.library = library;
        this.policies = policies;
        this.comingUp = comingUp;
        this.workdays = workdays;
        this.site = site;
    }

    record TodayRow(
            String serial,
            String assetTag,
            String model,
            String crew,
            String location,
            DetectorState state,
            String reason,
            LocalDate dueOn,
            Optional<LocalDate> plannedOn,
            Optional<String> runId,
            Optional<String> runBy,
            Optional<String> asksFor,
            Optional<Strip> lastStrip) {}

    /** So many lines of each job and model; the others are counted, and found in the list of detectors. */
    private static final int MOST_ROWS = 40;

    private static final List<DetectorState> TO_DO =
            List.of(DetectorState.OVERDUE, DetectorState.DUE, DetectorState.BUMP_FIRST, DetectorState.DUE_SOON);

    /**
     * Work that needs the same thing in hand.
     *
     * @param detectors how many there are; {@code rows} lists the most pressing
     * @param gas what must be in the cylinder, in words
     * @param litres that the whole group draws
     * @param ready every cylinder to have ready, in the order in which they are used up; empty when none fits
     * @param uncovered jobs for which no gas is left
     * @param refusals why none fits: the reasons of the nearest one
     * @param further what else must be at hand: the other gases of the job
     */
    record Group(
            Job job,
            String model,
            String gas,
            double litres,
            List<Ready> ready,
            long uncovered,
            List<String> refusals,
            List<Further> further,
            long detectors,
            List<TodayRow> rows) {}

    /**
     * @param jobs of this group that are worked on it
     * @param litres that they draw from it
     */
    record Ready(String cylinder, double litresLeft, long jobs, double litres) {
        static Ready of(GasReady.Taken taken) {
            return new Ready(
                    taken.tagged().tag(), taken.tagged().cylinder().litresLeft(), taken.jobs(), taken.litres());
        }
    }

    /** @param ready every cylinder to have ready; empty when none fits */
    record Further(String gas, List<Ready> ready, long uncovered) {}

    record TodayView(
            LocalDate date,
            List<Group> groups,
            List<TodayRow> onHold,
            long ready,
            long total,
            List<String> gasWarnings) {}

    private record Key(Job job, String model) {}

    /** What there is to do of one job on one model: the most pressing lines, and how many there are in all. */
    private record Work(List<FleetList.Line> lines, long all) {
        Work and(Work more) {
            return new Work(Stream.concat(lines.stream(), more.lines.stream()).toList(), Math.max(all, more.all));
        }
    }

    @GetMapping("/api/v1/today")
    TodayView today() {
        var open = runs.unfinished().stream().collect(Collectors.toMap(RunEntity::detectorId, run -> run));
        var onShelf = shelf.all();
        var plannedOn = workdays.dayOfEach();
        var forToday = fleet
                .byIds(plannedOn.entrySet().stream()
                        .filter(entry -> entry.getValue().equals(site.today()) && !open.containsKey(entry.getKey()))
                        .map(Map.Entry::getKey)
                        .toList())
                .stream()
                .filter(line -> line.state() == DetectorState.READY || line.state() == DetectorState.BUMP_FIRST)
                .toList();
        var without = new HashSet<>(open.keySet());
        forToday.forEach(line -> without.add(line.id()));
        Map<Key, Work> work = new LinkedHashMap<>();
        fleet.pressing(TO_DO, without, MOST_ROWS)
                .forEach(counted -> work.merge(
                        new Key(jobFor(counted.line().state()), counted.line().model()),
                        new Work(List.of(counted.line()), counted.of()),
                        Work::and));
        fleet.byIds(open.keySet())
                .forEach(line -> work.merge(
                        new Key(open.get(line.id()).job(), line.model()),
                        new Work(List.of(line), 1),
                        (known, one) -> new Work(known.and(one).lines(), known.all() + 1)));
        forToday.forEach(line -> work.merge(
                new Key(Job.CALIBRATION, line.model()),
                new Work(List.of(line), 1),
                (known, one) -> new Work(known.and(one).lines(), known.all() + 1)));
        var groups = work.entrySet().stream()
                .map(entry -> group(entry.getKey(), entry.getValue(), open, plannedOn, onShelf))
                .sorted(Comparator.comparing((Group g) -> g.job() == Job.BUMP))
                .toList();
        var held = fleet.pressing(List.of(DetectorState.ON_HOLD), open.keySet(), MOST_ROWS);
        var readiness = fleet.readiness();
        return new TodayView(
                site.today(),
                groups,
                held.stream()
                        .map(counted -> row(counted.line(), open, plannedOn))
                        .toList(),
                readiness.usable(),
                readiness.all(),
                gasWarnings());
    }

    private static Job jobFor(DetectorState state) {
        return state == DetectorState.BUMP_FIRST ? Job.BUMP : Job.CALIBRATION;
    }

    private Group group(
            Key key,
            Work work,
            Map<UUID, RunEntity> open,
            Map<UUID, LocalDate> plannedOn,
            List<Shelf.OnShelf> onShelf) {
        var card = library.latestCard(key.model());
        var rows = work.lines().stream()
                .sorted(Comparator.comparing(FleetList.Line::state)
                        .thenComparing(FleetList.Line::dueOn)
                        .thenComparing(FleetList.Line::serial))
                .map(line -> row(line, open, plannedOn))
                .toList();
        var demands = demands(card, key.job(), slots(card, key.job()));
        var demand = demands.get(0);
        var ready = ready(demand, work.all(), onShelf);
        return new Group(
                key.job(),
                key.model(),
                words(demand),
                ready.litres(),
                ready.cylinders().stream().map(Ready::of).toList(),
                ready.uncovered(),
                ready.cylinders().isEmpty() ? refusals(demand, onShelf) : List.of(),
                further(demands, ready, work.all(), onShelf),
                work.all(),
                rows);
    }

    /** Why none fits: the reasons of the cylinder that comes nearest. */
    private static List<String> refusals(GasDemand demand, List<Shelf.OnShelf> onShelf) {
        return Weighed.shelf(tagged(onShelf), demand).stream()
                .filter(w -> CylinderCheck.holdsAll(w.tagged().cylinder(), demand))
                .findFirst()
                .map(w -> Stream.concat(w.fitness().refusals().stream(), w.fitness().warnings().stream())
                        .map(r -> w.tagged().tag() + ": " + r.reason())
                        .toList())
                .orElse(List.of("No cylinder here holds these gases."));
    }

    /** What the cylinders in hand do not serve. */
    private List<Further> further(List<GasDemand> demands, GasReady inHand, long jobs, List<Shelf.OnShelf> onShelf) {
        return demands.stream()
                .skip(1)
                .filter(demand -> inHand.cylinders().isEmpty()
                        || !inHand.cylinders().stream()
                                .allMatch(
                                        taken -> CylinderCheck.of(taken.tagged().cylinder(), demand)
                                                .servesAsItIs()))
                .distinct()
                .map(demand -> {
                    var ready = ready(demand, jobs, onShelf);
                    return new Further(
                            words(demand),
                            ready.cylinders().stream().map(Ready::of).toList(),
                            ready.uncovered());
                })
                .distinct()
                .toList();
    }

    private static List<Tagged> tagged(List<Shelf.OnShelf> onShelf) {
        return onShelf.stream()
                .map(one -> new Tagged(one.tag(), one.cylinder()))
                .toList();
    }

    private record Asked(GasDemand demand, long jobs) {}

    /** @param shelf the list that {@link Shelf#all} gave out; it gives out another once anything on it has changed */
    private record ShelfToday(List<Shelf.OnShelf> shelf, Map<Asked, GasReady> ready) {}

    private final AtomicReference<ShelfToday> weighed = new AtomicReference<>();

    /** The cylinders for so many jobs, worked out once for a shelf. */
    private GasReady ready(GasDemand demand, long jobs, List<Shelf.OnShelf> onShelf) {
        var known = weighed.get();
        if (known == null || known.shelf() != onShelf) {
            known = new ShelfToday(onShelf, new ConcurrentHashMap<>());
            weighed.set(known);
        }
        return known.ready()
                .computeIfAbsent(
                        new Asked(demand, jobs), asked -> GasReady.of(asked.demand(), asked.jobs(), tagged(onShelf)));
    }

    static String words(GasDemand demand) {
        return demand.isForZero()
                ? "zero air"
                : demand.wanted().stream().map(w -> w.sensor().gas().formula()).collect(Collectors.joining(" "));
    }

    /** The sensors that a group's work is about: of a bump in several passes or rhythms those that somebody waits for. */
    private List<Integer> slots(ProcedureCard card, Job job) {
        var all = card.sensors().stream().map(SensorSpec::slot).toList();
        if (job != Job.BUMP || !card.bumpsInParts()) {
            return all;
        }
        var waiting = fleet.slotsToBump(card.model());
        return waiting.isEmpty() ? all : waiting;
    }

    private List<GasDemand> demands(ProcedureCard card, Job job, List<Integer> slots) {
        var policy = policies.policy();
        return card.steps(job, slots).stream()
                .filter(Step.ApplyGas.class::isInstance)
                .map(step -> GasDemands.of(card, job, (Step.ApplyGas) step, policy, site.today()))
                .toList();
    }

    private List<String> gasWarnings() {
        return comingUp.list().stream()
                .filter(one -> one.kind() != ComingUp.Kind.ORDER)
                .map(ComingUp.Coming::words)
                .toList();
    }

    private static TodayRow row(FleetList.Line d, Map<UUID, RunEntity> open, Map<UUID, LocalDate> plannedOn) {
        var run = Optional.ofNullable(open.get(d.id()));
        return new TodayRow(
                d.serial(),
                d.assetTag(),
                d.model(),
                d.crew(),
                d.location(),
                d.state(),
                d.reason(),
                d.dueOn(),
                Optional.ofNullable(plannedOn.get(d.id())),
                run.map(r -> r.id().toString()),
                run.map(RunEntity::technician),
                run.map(r -> r.asksFor().name()),
                d.lastStrip().map(Strip::decode));
    }
}
