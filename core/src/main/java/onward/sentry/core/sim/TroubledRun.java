package onward.sentry.core.sim;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Random;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.NextAction;
import onward.sentry.core.run.NextAction.Kind;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.run.RunPhase;

/**
 * Works a run in which something is wrong, until something has failed and the technician has to think, or to its
 * signature. The same seed gives the same run.
 */
public final class TroubledRun {

    private static final long STEP_MILLIS = 1_000;
    private static final long LONGEST_MILLIS = 3 * 3_600_000;
    private static final int HAND_SECONDS = 6;
    private static final int BEFORE_ZERO_SECONDS = 90;

    private final ProcedureCard card;
    private final LiveRun live;
    private final SimDetector instrument;
    private final Answers answers;
    private final Troubles troubles;
    private final Random random;
    private Atmosphere lastGas = Atmosphere.cleanAir();
    private boolean afterGas;

    /**
     * @param card the procedure card of the model
     * @param started how the run began
     * @param policy the rules of the site
     * @param shelf cylinders by the tag that people call them by
     * @param health condition of each sensor, by slot; a missing one is sound
     * @param troubles what is wrong; none: a healthy detector on good gas
     * @param seed the same seed gives the same result
     */
    public TroubledRun(
            ProcedureCard card,
            RunEvent.RunStarted started,
            SitePolicy policy,
            Map<String, Cylinder> shelf,
            Map<Integer, Health> health,
            List<Trouble> troubles,
            long seed) {
        this.card = card;
        this.troubles = new Troubles(troubles);
        this.random = new Random(seed);
        this.live = LiveRun.start(card, policy, started);
        var all = this.troubles.health(health, card.sensors());
        this.instrument = new SimDetector(card.lelBasis(), live.state().card().sensors(), all, seed, 0);
        this.answers = new Answers(policy, shelf);
    }

    /**
     * @param on the day of the work
     * @return the run as it stands when it asks what to change, or signed
     */
    public LiveRun work(LocalDate on) {
        breatheAir(false);
        NextAction next = live.next();
        long askedAt = 0;
        while (live.state().phase() != RunPhase.SIGNED
                && next.kind() != Kind.TRY_AGAIN
                && next.kind() != Kind.RESOLVE_DOUBT) {
            if (instrument.now() > LONGEST_MILLIS) {
                throw new IllegalStateException(card.model() + " with " + troubles + " does not end at " + next);
            }
            live.observe(troubles.shown(
                    instrument.step(STEP_MILLIS), live.state().card().sensors(), random));
            var now = live.next();
            if (now.kind() != next.kind() || now.step() != next.step()) {
                askedAt = instrument.now();
                next = now;
                if (next.kind() == Kind.START_ZERO) {
                    breatheAir(true);
                }
            }
            long handy = askedAt + 1_000L * (next.kind() == Kind.START_ZERO ? BEFORE_ZERO_SECONDS : HAND_SECONDS);
            long patient = next.countdown().map(NextAction.Countdown::until).orElse(0L);
            boolean nothingShows = next.seenInReadings() && instrument.now() > askedAt + 60_000;
            if (next.seenInReadings() && instrument.now() == askedAt + 1_000L * HAND_SECONDS) {
                turnValve(next.kind());
            }
            if (next.confirm().isPresent()
                    && instrument.now() >= Math.max(handy, patient)
                    && (!next.seenInReadings() || nothingShows)) {
                confirm(next, on);
                next = live.next();
                askedAt = instrument.now();
            }
        }
        return live;
    }

    private void confirm(NextAction next, LocalDate on) {
        live.carryOut(answers.to(next, live, on), instrument.now(), live.state().technician());
        if (next.kind() == Kind.START_ZERO) {
            instrument.startZero();
        } else if (next.kind() == Kind.CONFIRM_SAVED) {
            instrument.keepSpan();
            instrument.endCalibrating();
        } else if (next.kind() == Kind.CHOOSE_CYLINDER) {
            breatheAir(false);
        }
    }

    private void turnValve(Kind kind) {
        if (kind == Kind.OPEN_GAS) {
            if (live.state().spanning()) {
                instrument.startCalibrating();
            }
            lastGas = Atmosphere.of(
                    live.state().cylinder().orElseThrow().cylinder().mixture());
            instrument.breathe(troubles.gas(lastGas));
        } else {
            if (!live.state().spanning()) {
                instrument.endCalibrating();
            }
            afterGas = true;
            breatheAir(false);
        }
    }

    private void breatheAir(boolean zeroing) {
        instrument.breathe(troubles.air(lastGas, zeroing, afterGas));
    }
}
