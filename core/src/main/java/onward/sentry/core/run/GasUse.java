package onward.sentry.core.run;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import onward.sentry.core.card.Job;
import onward.sentry.core.rig.Intake;
import onward.sentry.core.rig.Regulator;
import onward.sentry.core.rig.Rig;

/** What a run really drew from each cylinder: the time for which its valve was open, times the flow of the rig. */
public final class GasUse {

    /** Regulator and tubing are flushed with this at each connection, litres. */
    private static final double PURGE_LITRES = 0.1;

    private static final double MILLIS_PER_MINUTE = 60_000;

    private final RunState state;
    private final int sharing;
    private final Map<String, Double> litres = new LinkedHashMap<>();
    private Optional<RunEvent.CylinderChosen> chosen = Optional.empty();
    private Optional<RunEvent.CylinderChosen> flowing = Optional.empty();
    private long since;

    private GasUse(RunState state) {
        this.state = state;
        this.sharing = state.sharing();
    }

    /**
     * {@return litres by the tag of the cylinder; cylinders that were chosen and never opened are left out} A run that held
     * 0.5 L/min for 120 s from one cylinder returns 1.1 L for it: 1.0 L and 0.1 L to flush the line.
     *
     * @param state of the run
     * @param now run time up to which a valve that is still open counts, ms
     */
    public static Map<String, Double> of(RunState state, long now) {
        var use = new GasUse(state);
        state.events().forEach(use::take);
        use.shut(now);
        return use.litres;
    }

    /**
     * Litres that have left one cylinder since it was chosen last, whoever drew them: a run that shares its manifold with five
     * others counts six times its own draw.
     *
     * @param chosen as it was chosen; one that went straight on counts from where its valve was opened
     * @param now run time up to which a valve that is still open counts, ms
     */
    static double sinceChosen(RunState state, RunEvent.CylinderChosen chosen, long now) {
        var use = new GasUse(state);
        for (var event : state.events()) {
            if (event instanceof RunEvent.CylinderChosen e
                    && !e.straightOn()
                    && e.cylinderId().equals(chosen.cylinderId())) {
                use.litres.remove(e.cylinderId());
            }
            use.take(event);
        }
        use.shut(now);
        return use.sharing * use.litres.getOrDefault(chosen.cylinderId(), 0.0);
    }

    /**
     * {@return what one run draws while the valve of a cylinder is open, L/min: 0.5 for a fixed flow of 0.5, 0.3 for a
     * demand regulator on a pump that draws 0.3, and a sixth of a fixed flow that feeds six}
     *
     * @param state of the run
     * @param cylinder the cylinder that was chosen
     */
    public static double litresPerMinute(RunState state, RunEvent.CylinderChosen cylinder) {
        return new GasUse(state).litresPerMinute(cylinder);
    }

    private void take(RunEvent event) {
        if (event instanceof RunEvent.CylinderChosen e) {
            chosen = Optional.of(e);
        } else if (event instanceof RunEvent.GasOpened e) {
            open(e.at());
        } else if (event instanceof RunEvent.ZeroStarted e && chosenForZero()) {
            open(e.at());
        } else if (event instanceof RunEvent.ZeroJudged e && chosenForZero()) {
            shut(e.at());
        } else if (event instanceof RunEvent.GasClosed e) {
            shut(e.at());
        } else if (event instanceof RunEvent.PaperEntered e) {
            wholeJob(e.cylinderId());
        } else if (event instanceof RunEvent.BumpSeen e) {
            if (flowing.isPresent()) {
                shut(e.at());
            } else {
                wholeJob(e.cylinderId());
            }
        }
    }

    /** Air from a cylinder is chosen for a zero and names no sensor on its label. */
    private boolean chosenForZero() {
        return chosen.filter(c -> c.label().isEmpty()).isPresent();
    }

    private void open(long at) {
        if (flowing.isEmpty()) {
            flowing = chosen;
            since = at;
        }
    }

    private void shut(long at) {
        flowing.ifPresent(c ->
                add(c.cylinderId(), PURGE_LITRES + Math.max(0, at - since) / MILLIS_PER_MINUTE * litresPerMinute(c)));
        flowing = Optional.empty();
    }

    private double litresPerMinute(RunEvent.CylinderChosen cylinder) {
        var rig = cylinder.rig().orElseGet(() -> state.card().usualRig());
        return drawn(rig, state.card().intake());
    }

    /** A demand regulator gives each pump what it draws; a fixed flow is shared by all that hang on it. */
    private double drawn(Rig rig, Intake intake) {
        return rig.regulator().kind() == Regulator.Kind.DEMAND && intake instanceof Intake.Pumped pumped
                ? pumped.draws()
                : rig.regulator().litresPerMinute() / sharing;
    }

    /** Nobody timed it: what the card reckons for the job. */
    private void wholeJob(String cylinderId) {
        add(
                cylinderId,
                state.card()
                        .litres(state.started().map(RunEvent.RunStarted::job).orElse(Job.BUMP)));
    }

    private void add(String cylinderId, double drawn) {
        litres.merge(cylinderId, drawn, Double::sum);
    }
}
