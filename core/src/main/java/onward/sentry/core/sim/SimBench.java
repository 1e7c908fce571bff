package onward.sentry.core.sim;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.lanes.Lane;
import onward.sentry.core.lanes.LanePriority;
import onward.sentry.core.lanes.LaneTask;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.NextAction;
import onward.sentry.core.run.NextAction.Kind;
import onward.sentry.core.run.RunCommand;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.run.RunPhase;

/**
 * One technician with one pair of hands and several simulated detectors, worked in the order that the program names.
 * The same seed gives the same sitting.
 */
public final class SimBench {

    private static final String TECHNICIAN = "Una";
    private static final long STEP_MILLIS = 1_000;
    private static final long LONGEST_MILLIS = 4 * 3_600_000;

    private final SitePolicy policy;
    private final Map<String, Cylinder> shelf;
    private final LocalDate on;
    private final List<Place> places = new ArrayList<>();
    private final Map<String, String> lastActs = new HashMap<>();

    /**
     * @param policy the rules of the site
     * @param shelf cylinders by the tag that people call them by
     * @param on the day of the work
     */
    public SimBench(SitePolicy policy, Map<String, Cylinder> shelf, LocalDate on) {
        this.policy = policy;
        this.shelf = Map.copyOf(shelf);
        this.on = on;
    }

    private record Place(String id, LiveRun live, SimDetector instrument) {
        Lane lane() {
            return Lane.of(id, live);
        }

        boolean open() {
            return live.state().phase() == RunPhase.OPEN || live.state().phase() == RunPhase.TO_SIGN;
        }
    }

    /** What was done by hand, when it was done. @param seconds since the sitting began */
    public record Done(double seconds, String serial, Kind kind, LaneTask.Urgency urgency, List<String> besideGas) {}

    /**
     * A sitting.
     *
     * @param seconds that it took
     * @param hands what was done, in order
     * @param runs as they were signed
     */
    public record Sitting(double seconds, List<Done> hands, List<LiveRun> runs) {}

    /**
     * @param card the procedure card of the model
     * @param serial of the detector
     * @param health condition of each sensor, by slot; a missing one is sound
     * @param manifold that it hangs on; empty: it has its gas to itself
     * @param sharing how many detectors share the gas, 1 or more
     * @param seed the same seed gives the same result
     * @return this bench
     */
    public SimBench with(
            ProcedureCard card,
            String serial,
            Map<Integer, Health> health,
            Optional<String> manifold,
            int sharing,
            long seed) {
        var serials = new TreeMap<Integer, String>();
        card.sensors().forEach(sensor -> serials.put(sensor.slot(), serial + "-" + sensor.slot()));
        var live = LiveRun.start(
                card,
                policy,
                new RunEvent.RunStarted(
                        0,
                        serial,
                        Job.CALIBRATION,
                        card.model(),
                        card.version(),
                        policy.version(),
                        TECHNICIAN,
                        ReadingSource.LINK,
                        1,
                        serials,
                        List.copyOf(serials.keySet())));
        live.carryOut(new RunCommand.Place("workshop", manifold, sharing), 0, TECHNICIAN);
        var instrument = new SimDetector(card.lelBasis(), live.state().card().sensors(), health, seed, 0);
        places.add(new Place("run-" + places.size(), live, instrument));
        return this;
    }

    /**
     * Works all of them to their signatures, with one thing in hand at a time.
     *
     * @return how every run ended
     */
    public Sitting work() {
        long now = 0;
        long busyUntil = 0;
        Optional<LaneTask> inHand = Optional.empty();
        var done = new ArrayList<Done>();
        while (places.stream().anyMatch(Place::open)) {
            if (now > LONGEST_MILLIS) {
                throw new IllegalStateException("does not come to an end: "
                        + lanes().stream()
                                .map(lane -> lane.serial() + " " + lane.next().kind())
                                .toList());
            }
            if (inHand.isEmpty()) {
                var hands = LanePriority.of(lanes(), lanes());
                inHand = hands.stream()
                        .filter(hand -> hand.wanted() && !isDone(hand))
                        .findFirst();
                busyUntil = now
                        + inHand.map(hand -> millis(hand, together(hand).size()))
                                .orElse(0L);
            } else if (now >= busyUntil) {
                var hand = inHand.get();
                done.add(new Done(
                        now / 1000.0,
                        hand.lane().serial(),
                        hand.lane().next().kind(),
                        hand.urgency(),
                        gasBeside(hand)));
                for (var place : together(hand)) {
                    act(place, hand.lane().next());
                    lastActs.put(place.id(), asked(hand.lane()));
                }
                inHand = Optional.empty();
            }
            now += STEP_MILLIS;
            for (var place : places) {
                var reading = place.instrument().step(STEP_MILLIS);
                if (place.open()) {
                    place.live().observe(reading);
                }
            }
        }
        return new Sitting(now / 1000.0, done, places.stream().map(Place::live).toList());
    }

    /** The valve was turned; the readings have not shown it yet. */
    private boolean isDone(LaneTask hand) {
        return hand.lane().next().seenInReadings()
                && asked(hand.lane()).equals(lastActs.get(hand.lane().id()));
    }

    private static String asked(Lane lane) {
        return lane.next().kind() + " " + lane.next().step();
    }

    private List<Lane> lanes() {
        return places.stream().filter(Place::open).map(Place::lane).toList();
    }

    private List<String> gasBeside(LaneTask hand) {
        return places.stream()
                .filter(place -> place.live().state().gasIsOn())
                .map(place -> place.lane().serial())
                .filter(serial -> !serial.equals(hand.lane().serial()))
                .toList();
    }

    /** Those on the same manifold that ask for the same thing, this lane among them. */
    private List<Place> together(LaneTask hand) {
        var lane = hand.lane();
        return places.stream()
                .filter(Place::open)
                .filter(place -> place.id().equals(lane.id()) || place.lane().isServedWith(lane))
                .toList();
    }

    /** What hands of ordinary speed take: once for the gas, and again for each instrument that is touched. */
    private static long millis(LaneTask hand, int instruments) {
        var time = switch (hand.lane().next().kind()) {
            case CONFIRM_CHECKS -> new int[] {0, 18};
            case START_ZERO, START_BLANK -> new int[] {0, 6};
            case CHOOSE_CYLINDER -> new int[] {9, 0};
            case OPEN_GAS -> new int[] {12, 4};
            case CLOSE_GAS -> new int[] {3, 3};
            case CONFIRM_SAVED -> new int[] {0, 5};
            case SIGN -> new int[] {0, 6};
            default -> new int[] {0, 8};
        };
        return 1_000L * (time[0] + time[1] * instruments);
    }

    private void act(Place place, NextAction next) {
        var live = place.live();
        var instrument = place.instrument();
        switch (next.kind()) {
            case OPEN_GAS -> {
                instrument.startCalibrating();
                instrument.breathe(Atmosphere.of(
                        live.state().cylinder().orElseThrow().cylinder().mixture()));
            }
            case CLOSE_GAS -> {
                if (!live.state().spanning()) {
                    instrument.endCalibrating();
                }
                instrument.breathe(Atmosphere.cleanAir());
            }
            default -> {
                live.carryOut(new Answers(policy, shelf).to(next, live, on), instrument.now(), TECHNICIAN);
                if (next.kind() == Kind.START_ZERO) {
                    instrument.startZero();
                } else if (next.kind() == Kind.CONFIRM_SAVED) {
                    instrument.keepSpan();
                    instrument.endCalibrating();
                }
            }
        }
    }
}
