package onward.sentry.core.sim;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import onward.sentry.core.card.BumpLevel;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.run.GasUse;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;

/**
 * A card tried before anybody works by it: one job worked from start to signature on a simulated detector, by the same
 * rules as a run at the bench, on gas that holds exactly what the card asks for. The same seed gives the same dry run.
 *
 * @param job that was worked
 * @param stuck why it did not come to an end; empty when it was signed
 * @param verdict of the whole; not judged when it is stuck
 * @param millis run time that it took, or until it got stuck
 * @param asked what the technician was asked for, in order
 * @param outcomes of every sensor in every stage, in the order in which they were judged
 * @param litres drawn from the cylinder that gave most, to hold against what the card keeps ready
 */
public record DryRun(
        Job job,
        Optional<Refusal> stuck,
        Verdict verdict,
        long millis,
        List<SimTechnician.Asked> asked,
        List<SensorOutcome> outcomes,
        double litres) {

    private static final int MOST_STEPS = 40;
    private static final Health SOUND = new Health(1, 1, 0);
    private static final String TECHNICIAN = "dry run";

    /**
     * Copies what it is given.
     *
     * @param job that was worked
     * @param stuck why it did not come to an end; empty when it was signed
     * @param verdict of the whole; not judged when it is stuck
     * @param millis run time that it took, or until it got stuck
     * @param asked what the technician was asked for, in order
     * @param outcomes of every sensor in every stage, in the order in which they were judged
     * @param litres drawn from the cylinder that gave most, to hold against what the card keeps ready
     */
    public DryRun {
        asked = List.copyOf(asked);
        outcomes = List.copyOf(outcomes);
    }

    /**
     * Something wrong with the simulated detector.
     *
     * @param slot of the sensor
     */
    public record With(int slot, Fault fault) {}

    /**
     * On a detector whose sensors are all sound, or with a fault in one of them.
     *
     * @param card the procedure card of the model
     * @param policy the rules of the site
     * @param job calibration or bump
     * @param fault what is wrong with which sensor; empty: nothing
     * @param on the day of the work
     * @param seed the same seed gives the same result
     * @return how the run goes, step by step
     */
    public static DryRun of(
            ProcedureCard card, SitePolicy policy, Job job, Optional<With> fault, LocalDate on, long seed) {
        var asked = new ArrayList<SimTechnician.Asked>();
        var shelf = GasAsAsked.of(card.under(policy), job, policy, on);
        try {
            var run = new SimTechnician(policy, shelf)
                    .work(card, started(card, policy, job), health(card, fault), on, seed, asked::add)
                    .run();
            var state = run.state();
            long end = state.events().get(state.events().size() - 1).at();
            return new DryRun(
                    job,
                    Optional.empty(),
                    state.signed().orElseThrow().verdict(),
                    end,
                    asked,
                    state.outcomes(),
                    GasUse.of(state, end).values().stream()
                            .mapToDouble(Double::doubleValue)
                            .max()
                            .orElse(0));
        } catch (Refused e) {
            long at = asked.get(asked.size() - 1).at();
            return new DryRun(job, Optional.of(e.refusal()), Verdict.NOT_JUDGED, at, asked, List.of(), 0);
        }
    }

    /**
     * {@return what keeps a card from being published: more steps than a strip can show, a bump that a flicker would pass,
     * or a sound detector that does not pass both jobs by it}
     *
     * <p>A card whose carbon monoxide sensor is given 5 s for a response that takes 30 s returns a refusal that names the
     * job and the sensor.
     *
     * @param card the procedure card of the model
     * @param policy the rules of the site
     * @param on the day of the work
     */
    public static Optional<Refusal> refusal(ProcedureCard card, SitePolicy policy, LocalDate on) {
        for (var job : Job.values()) {
            int steps = card.steps(job).size();
            if (steps > MOST_STEPS) {
                return Optional.of(new Refusal(
                        "card-steps",
                        field(job),
                        "A job has at most " + MOST_STEPS + " steps; the " + job.label() + " has " + steps + ".",
                        "Join what is one step for the technician."));
            }
        }
        var flicker = BumpLevel.refusal(card);
        if (flicker.isPresent()) {
            return flicker;
        }
        for (var job : Job.values()) {
            var dry = of(card, policy, job, Optional.empty(), on, 1);
            if (dry.stuck().isPresent()) {
                var why = dry.stuck().get();
                return Optional.of(refusal(job, dry.standsAt() + ": " + why.reason(), why.wayOut()));
            }
            if (dry.verdict() != Verdict.PASS) {
                return Optional.of(
                        refusal(
                                job,
                                dry.failures(card),
                                "Look at the times and limits of that step; a dry run in the card's editor shows every reading."));
            }
        }
        return Optional.empty();
    }

    private static Refusal refusal(Job job, String reason, String wayOut) {
        return new Refusal(
                "card-dry-run",
                field(job),
                "A sound detector does not pass the " + job.label() + " by this card. " + reason,
                wayOut);
    }

    private static String field(Job job) {
        return job == Job.BUMP ? "bump" : "calibration";
    }

    private String standsAt() {
        return "It stops at '" + asked.get(asked.size() - 1).action().sentence() + "'";
    }

    private String failures(ProcedureCard card) {
        return outcomes.stream()
                .filter(outcome -> outcome.judgement().verdict() != Verdict.PASS)
                .findFirst()
                .map(outcome -> card.sensor(outcome.slot()).gas().name() + ", "
                        + outcome.stage().label() + ": " + outcome.how() + ", "
                        + outcome.judgement().verdict().label() + ".")
                .orElse("It comes out as " + verdict.label() + ".");
    }

    /**
     * {@return gas beyond what the card keeps ready, in one sentence; empty when it keeps enough}
     *
     * @param card the procedure card of the model
     */
    public Optional<String> drawsMoreThan(ProcedureCard card) {
        double kept = card.litres(job);
        return litres <= kept
                ? Optional.empty()
                : Optional.of("It draws " + Figures.upTo(litres, 1) + " L from one cylinder, and the card keeps "
                        + Figures.upTo(kept, 1)
                        + " L ready: a cylinder near its reserve would run out before the end.");
    }

    private static RunEvent.RunStarted started(ProcedureCard card, SitePolicy policy, Job job) {
        var serials = new TreeMap<Integer, String>();
        card.sensors().forEach(sensor -> serials.put(sensor.slot(), "dry-" + sensor.slot()));
        return new RunEvent.RunStarted(
                0,
                "dry run",
                job,
                card.model(),
                card.version(),
                policy.version(),
                TECHNICIAN,
                ReadingSource.LINK,
                1,
                serials,
                List.copyOf(serials.keySet()));
    }

    private static Map<Integer, Health> health(ProcedureCard card, Optional<With> fault) {
        var health = new TreeMap<Integer, Health>();
        card.sensors().forEach(sensor -> health.put(sensor.slot(), SOUND));
        fault.ifPresent(with -> health.computeIfPresent(with.slot(), (slot, sound) -> sound.with(with.fault())));
        return health;
    }
}
