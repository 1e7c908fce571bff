package onward.sentry.core.sim;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.Consumer;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.NextAction;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.run.RunPhase;
import onward.sentry.core.trace.Reading;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;

/**
 * Works a run from start to signature on a simulated detector, by the same rules as a run at the bench, with the best
 * cylinder of a shelf for every gas. The same seed gives the same run.
 */
public final class SimTechnician {

    private static final long STEP_MILLIS = 1_000;
    private static final long LONGEST_RUN_MILLIS = 4 * 3_600_000;
    private static final Map<NextAction.Kind, Integer> SECONDS_BEFORE = Map.ofEntries(
            Map.entry(NextAction.Kind.CONFIRM_CHECKS, 18),
            Map.entry(NextAction.Kind.CONFIRM_STEP, 5),
            Map.entry(NextAction.Kind.MEASURE, 6),
            Map.entry(NextAction.Kind.ANSWER, 3),
            Map.entry(NextAction.Kind.BLOCK_TEST, 9),
            Map.entry(NextAction.Kind.TRY_AGAIN, 12),
            Map.entry(NextAction.Kind.RESOLVE_DOUBT, 12),
            Map.entry(NextAction.Kind.START_ZERO, 6),
            Map.entry(NextAction.Kind.START_BLANK, 6),
            Map.entry(NextAction.Kind.CHOOSE_CYLINDER, 9),
            Map.entry(NextAction.Kind.OPEN_GAS, 90),
            Map.entry(NextAction.Kind.CONFIRM_ALARMS, 4),
            Map.entry(NextAction.Kind.CONFIRM_SAVED, 5),
            Map.entry(NextAction.Kind.CLOSE_GAS, 90),
            Map.entry(NextAction.Kind.SIGN, 6));

    private final SitePolicy policy;
    private final Map<String, Cylinder> shelf;

    /**
     * @param policy the rules of the site
     * @param shelf cylinders by the tag that people call them by
     */
    public SimTechnician(SitePolicy policy, Map<String, Cylinder> shelf) {
        this.policy = policy;
        this.shelf = Map.copyOf(shelf);
    }

    /**
     * A run and the readings that it was judged on.
     *
     * @param readings as the instrument gave them, one a second
     */
    public record Worked(LiveRun run, List<Reading> readings) {}

    /**
     * Something that the technician was asked for.
     *
     * @param at run time, ms
     */
    public record Asked(long at, NextAction action) {}

    /**
     * @param card the procedure card of the model
     * @param started how the run began
     * @param health of the sensor in each slot
     * @param on the day of the work
     * @param seed the same seed gives the same result
     * @return the run and what was done by hand
     */
    public Worked work(
            ProcedureCard card, RunEvent.RunStarted started, Map<Integer, Health> health, LocalDate on, long seed) {
        return work(card, started, health, on, seed, asked -> {});
    }

    /**
     * Works it, and tells of everything that is asked for as it is asked for.
     *
     * @throws Refused when the run does not come to an end, or allows what it asks for in no way
     */
    Worked work(
            ProcedureCard card,
            RunEvent.RunStarted started,
            Map<Integer, Health> health,
            LocalDate on,
            long seed,
            Consumer<Asked> story) {
        var live = LiveRun.start(card, policy, started);
        var instrument = new SimDetector(card.lelBasis(), live.state().card().sensors(), health, seed, 0);
        var hands = new Hands(instrument, seed);
        var random = new Random(seed);
        var readings = new ArrayList<Reading>();
        int known = 0;
        NextAction next = live.next();
        story.accept(new Asked(0, next));
        long askedAt = 0;
        while (live.state().phase() != RunPhase.SIGNED) {
            if (instrument.now() > LONGEST_RUN_MILLIS) {
                throw new Refused(new Refusal(
                        "run-does-not-end",
                        "",
                        "After " + LONGEST_RUN_MILLIS / 3_600_000 + " h the run still stands at '" + next.sentence()
                                + "'.",
                        "Look at the times and limits of that step."));
            }
            hands.follow(next.kind(), live.state().spanning(), gas(live), lag(live));
            var reading = instrument.step(STEP_MILLIS);
            readings.add(reading);
            live.observe(reading);
            long ready = Math.max(
                    askedAt + SECONDS_BEFORE.getOrDefault(next.kind(), 0) * 1000L + random.nextInt(3_000),
                    next.countdown().map(NextAction.Countdown::until).orElse(0L));
            if (next.confirm().isPresent() && instrument.now() >= ready) {
                live.carryOut(new Answers(policy, shelf).to(next, live, on), instrument.now(), started.technician());
            }
            if (live.state().events().size() != known) {
                known = live.state().events().size();
                var now = live.next();
                boolean same = now.kind() == next.kind() && now.step() == next.step();
                if (!same) {
                    askedAt = instrument.now();
                    story.accept(new Asked(askedAt, now));
                }
                next = now;
            }
        }
        return new Worked(live, readings);
    }

    private static Atmosphere gas(LiveRun live) {
        return live.state()
                .cylinder()
                .map(chosen -> Atmosphere.of(chosen.cylinder().mixture()))
                .orElse(Atmosphere.cleanAir());
    }

    private static double lag(LiveRun live) {
        return live.state()
                .cylinder()
                .flatMap(RunEvent.CylinderChosen::rig)
                .map(rig -> rig.lagSeconds(live.state().card().intake()))
                .orElse(0.0);
    }
}
